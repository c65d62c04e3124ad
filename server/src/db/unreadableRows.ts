/** Rows that were met and could not be read: they are left out of what is shown, and named, so that someone can look at them. */
export class UnreadableRows {
  private readonly rows = new Set<string>()

  /** "people 0189…", each once */
  list(): string[] {
    return [...this.rows].sort()
  }

  note(table: string, id: string): void {
    this.rows.add(`${table} ${id}`)
  }

  /** What can be read of some rows: one bad row must not take everything else with it. */
  read<R, T>(table: string, rows: readonly R[], idOf: (row: R) => string, read: (row: R) => T): T[] {
    return rows.flatMap((row) => {
      try {
        return [read(row)]
      } catch {
        this.note(table, idOf(row))
        return []
      }
    })
  }
}
