import type { DestinationView } from '../api/types'

interface Wanted {
  name: string
  explains: string
  /** What its address is called; nothing where it wants none. */
  place?: string
  example?: string
  secret?: string
  /** Whether its address is somebody else's machine. */
  outside?: boolean
}

/** Ways of handing over, and what each of them wants. */
export const WAYS: Record<DestinationView['way'], Wanted> = {
  interface: {
    name: 'through its API',
    explains: 'Uses its API; answers arrive automatically and every step is tracked.',
    place: 'Address',
    example: 'https://…',
    secret: 'Token',
    outside: true,
  },
  sftp: {
    name: 'as a package, by SFTP',
    explains: 'One archive with its checksums is uploaded to their server.',
    place: 'Address',
    example: 'sftp://name@host/folder',
    secret: 'Password or private key',
    outside: true,
  },
  folder: {
    name: 'as a package, into a folder',
    explains: 'One archive with its checksums is written to a folder on the machine that runs Entrada.',
    place: 'Folder',
    example: '/srv/plant',
  },
  archive: {
    name: 'as a package, sent by hand',
    explains: 'One archive with its checksums is downloaded under Send and sent the way they want it.',
  },
  form: {
    name: 'by hand, into a web form',
    explains: 'The copy sheet of a release shows every value ready to paste, in the order of the form.',
  },
}
