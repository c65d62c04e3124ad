import type { Duty } from '@ochote/contracts'

/** The outline of each duty, about 12 units across around (0, 0), different enough to need no colour. */
export const dutyShapes: Record<Duty, string> = {
  lift: 'M-6,5 L0,-6 L6,5 L3,5 L0,0 L-3,5 Z',
  brake: 'M-6,-5 h12 v10 h-12 Z',
  release: 'M-6,-5 h4 v10 h-4 Z M2,-5 h4 v10 h-4 Z',
  turn: 'M-6,6 L6,6 L-6,-6 Z',
  apex: 'M-6,0 a6,6 0 1,0 12,0 a6,6 0 1,0 -12,0 Z',
  hold: 'M-6,0 L-3,-5.5 L3,-5.5 L6,0 L3,5.5 L-3,5.5 Z',
  exit: 'M0,-7 L6,0 L0,7 L-6,0 Z',
  gate: 'M-7,-4 h4 v8 h-4 Z M3,-4 h4 v8 h-4 Z M-3,-1 h6 v2 h-6 Z',
  align: 'M-2,-7 h4 v5 h5 v4 h-5 v5 h-4 v-5 h-5 v-4 h5 Z',
  board: 'M-4,-7 h8 v11 h-3 v4 h-2 v-4 h-3 Z',
  'keep-out': 'M-6,-4 L-4,-6 L0,-2 L4,-6 L6,-4 L2,0 L6,4 L4,6 L0,2 L-4,6 L-6,4 L-2,0 Z',
}

/** What each duty asks of the driver, short enough for a legend. */
export const dutyMeanings: Record<Duty, string> = {
  lift: 'come off the throttle',
  brake: 'start braking here',
  release: 'braking done by here',
  turn: 'turn in here',
  apex: 'clip the inside here',
  hold: 'stay this far out',
  exit: 'let the car run out to here',
  gate: 'drive between',
  align: 'line up on this',
  board: 'distance board',
  'keep-out': 'do not go beyond',
}
