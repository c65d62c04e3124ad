/** A line that can be dragged: called while it is dragged, and once more on release. */
export interface LineHand {
  /** offset as shown and reach of the vehicle's middle at a station, left positive, metres */
  at: (stationM: number) => { offsetM: number; lowM: number; highM: number }
  move: (stationM: number, offsetM: number, done: boolean) => void
  /** places where keys move the line, with their names */
  grips: readonly { name: string; stationM: number }[]
}
