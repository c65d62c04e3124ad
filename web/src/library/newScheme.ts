import { duties, type MarkerScheme } from '@ochote/contracts'

/** A scheme to start from, all in one colour: duties are told apart by shape on screen and by place on the ground. */
export function oneColourScheme(): Omit<MarkerScheme, 'id' | 'version'> {
  const look = { kind: 'cone' as const, colour: 'orange', hex: '#e8641b', count: 1 }
  return {
    name: 'New scheme',
    looks: Object.fromEntries(duties.map((duty) => [duty, look])) as MarkerScheme['looks'],
    stock: { orange: 60 },
  }
}

/** The colours that a scheme's duties use, once each, in the order of the duties. */
export const coloursOf = ({ looks }: Pick<MarkerScheme, 'looks'>): string[] => [...new Set(duties.map((duty) => looks[duty].colour))]
