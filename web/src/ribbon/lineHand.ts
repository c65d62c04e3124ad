/** A line that can be dragged: called with where it is dragged to, and once more when it is let go. */
export interface LineHand {
  /** offset as shown and reach of the vehicle's middle at a station, left positive, metres */
  at: (stationM: number) => { offsetM: number; lowM: number; highM: number }
  move: (stationM: number, offsetM: number, done: boolean) => void
  /** places where the line is moved by keys, with what they are */
  grips: readonly { name: string; stationM: number }[]
}
