/** Rises whenever pages of an older version can no longer work with the server: they say so and ask to be reloaded. */
export const INTERFACE_VERSION = 4
/** The header of every answer that tells the version. */
export const INTERFACE_HEADER = 'ochote-interface'
