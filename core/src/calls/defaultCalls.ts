import type { CallLanguage } from '@ochote/contracts'

/** The wording of calls for a school without its own: verb first, then place. */
export const defaultCalls: CallLanguage = {
  language: 'en-GB',
  unit: 'm',
  phrases: {
    left: 'left',
    right: 'right',
    now: 'now',
    at: 'at {mark}',
    before: '{m} m before {mark}',
    past: '{m} m past {mark}',
    halfway: 'halfway between the {mark} and the {next} boards',
    fromStart: '{m} m from the start line',
  },
  marks: {
    board: 'the {name} board',
    'kerb-start': 'the start of the kerb',
    'kerb-end': 'the end of the kerb',
    'access-road': 'the access road',
    patch: 'the patch',
    seam: 'the seam',
    bridge: 'the bridge',
    tree: 'the tree',
    gate: 'the gate',
    post: 'the post',
    building: 'the building',
    sign: 'the sign',
    other: 'the mark',
  },
  calls: {
    'up a gear': { long: 'Up a gear, {place}', normal: 'Up a gear', short: 'Up' },
    lift: { long: 'Lift {place}', normal: 'Lift now', short: 'Lift' },
    brake: { long: 'Brake {place}', normal: 'Brake, firm', short: 'Brake' },
    turn: { long: 'Turn {side}, one turn', normal: 'Turn {side}', short: 'Turn' },
    squeeze: { long: 'Squeeze as it opens', normal: 'Squeeze now', short: 'Squeeze' },
    'let it out': { long: 'Let it run out', normal: 'Let it out', short: 'Out' },
  },
}
