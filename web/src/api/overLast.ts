/** The version that the last save under a name left, since this page was opened. */
const leftBy = new Map<string, number>()

/**
 * Saves over what this page's last save under the same name left, where that is newer than the version it was made from.
 * @param put - saves over a version
 */
export async function overLast<Stored extends { readonly version: number }>(
  name: string,
  fromVersion: number,
  put: (fromVersion: number) => Promise<Stored>,
): Promise<Stored> {
  try {
    const stored = await put(Math.max(fromVersion, leftBy.get(name) ?? 0))
    leftBy.set(name, stored.version)
    return stored
  } catch (error) {
    leftBy.delete(name) // what is stored may be older than that: a server can go back to a backup
    throw error
  }
}
