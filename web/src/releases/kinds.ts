/** What a release may be, as it is said when one is begun. */
export const KINDS = ['single', 'EP', 'album', 'compilation', 'spoken episode']
