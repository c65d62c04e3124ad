import type { Change, ChangeKind } from '@ochote/core'
import { givenDistance, givenSpeed } from '../format/format'

/** A change that can be asked for: its name, the slider's range in its unit, and how an amount is shown. */
interface ChangeOption {
  readonly name: string
  readonly least: number
  readonly most: number
  readonly step: number
  readonly usual: number
  readonly tell: (amount: number) => string
  readonly make: (amount: number) => Change
}

const KMH_PER_MPS = 3.6
const laterOrEarlier = (m: number) => (m === 0 ? 'as planned' : `${givenDistance(Math.abs(m))} ${m > 0 ? 'later' : 'earlier'}`)

export const changeOptions: Readonly<Record<ChangeKind, ChangeOption>> = {
  'brake-later': {
    name: 'Brake later or earlier',
    least: -20,
    most: 10,
    step: 1,
    usual: 3,
    tell: laterOrEarlier,
    make: (metres) => ({ kind: 'brake-later', metres }),
  },
  'brake-softer': {
    name: 'Brake softer',
    least: 0,
    most: 30,
    step: 1,
    usual: 5,
    tell: (percent) => `${percent} % softer`,
    make: (percent) => ({ kind: 'brake-softer', share: percent / 100 }),
  },
  carry: {
    name: 'Carry more or less speed',
    least: -10,
    most: 6,
    step: 0.5,
    usual: 2,
    tell: (kmh) => (kmh === 0 ? 'as planned' : `${givenSpeed(Math.abs(kmh) / 3.6)} ${kmh > 0 ? 'more' : 'less'}`),
    make: (kmh) => ({ kind: 'carry', mps: kmh / KMH_PER_MPS }),
  },
  'turn-later': {
    name: 'Turn in later or earlier',
    least: -10,
    most: 10,
    step: 1,
    usual: -3,
    tell: laterOrEarlier,
    make: (metres) => ({ kind: 'turn-later', metres }),
  },
  'apex-earlier': {
    name: 'Reach the inside early',
    least: 0,
    most: 10,
    step: 1,
    usual: 3,
    tell: (m) => (m === 0 ? 'as planned' : `${givenDistance(m)} earlier`),
    make: (metres) => ({ kind: 'apex-earlier', metres }),
  },
  'throttle-later': {
    name: 'Throttle later or earlier',
    least: -15,
    most: 20,
    step: 1,
    usual: 5,
    tell: laterOrEarlier,
    make: (metres) => ({ kind: 'throttle-later', metres }),
  },
  'lift-once': {
    name: 'Lift once after full throttle',
    least: 0,
    most: 2,
    step: 0.1,
    usual: 0.5,
    tell: (s) => `for ${s.toFixed(1)} s`,
    make: (seconds) => ({ kind: 'lift-once', seconds }),
  },
}
export const changeKinds = Object.keys(changeOptions) as ChangeKind[]
