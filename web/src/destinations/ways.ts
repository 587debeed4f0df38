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
    name: 'by its interface',
    explains: 'It speaks the protocol of its kind, answers by itself, and every step is followed.',
    place: 'Address',
    example: 'https://…',
    secret: 'Token',
    outside: true,
  },
  sftp: {
    name: 'as a package, by SFTP',
    explains: 'One archive with its checksums is put onto their server, whole under its name or not at all.',
    place: 'Address',
    example: 'sftp://name@host/folder',
    secret: 'Password or private key',
    outside: true,
  },
  folder: {
    name: 'as a package, into a folder',
    explains: 'One archive with its checksums is put into a folder of the machine that runs Entrada.',
    place: 'Folder',
    example: '/srv/plant',
  },
  archive: {
    name: 'as a package, passed on by hand',
    explains: 'One archive with its checksums is downloaded under Send and passed on as they wish it.',
  },
  form: {
    name: 'by hand, into a web form',
    explains: 'The copy sheet of a release shows every value as it is pasted there, in the order of the form.',
  },
}
