import type { MeetingTopic } from '@ochote/contracts'

/** The items of a drivers' meeting for a school without its own list. */
export const defaultMeeting: readonly MeetingTopic[] = [
  {
    id: 'flags',
    topic: 'Flags',
    text: 'What each flag asks for here: yellow, lift and no passing; red, slow and in; blue, let by; chequered, cool down and in',
  },
  {
    id: 'passing',
    topic: 'Passing',
    text: 'On straights only, on a signal, on the agreed side; the one being passed lifts and keeps the line',
  },
  { id: 'release', topic: 'Release', text: 'Who goes in what order, how far apart, how many laps; nobody leaves without the release' },
  {
    id: 'last-lap',
    topic: 'Last lap',
    text: 'How the last lap is shown; then one lap to cool down: no brakes, high gear, on the line; park without the parking brake',
  },
  { id: 'passengers', topic: 'Passengers', text: 'Who may ride along, and who may not' },
  {
    id: 'going-wrong',
    topic: 'When it goes wrong',
    text: 'Straight on rather than back across the track; both feet in when it spins; stay in the car, belts on, unless it burns',
  },
  { id: 'aids', topic: 'Car aids', text: 'Which stay on, which may be switched off, and by whom' },
  { id: 'equipment', topic: 'Windows, helmets, belts', text: 'Windows down, helmets done up, belts tight, nothing loose, phones away' },
  { id: 'radio', topic: 'Radio check', text: 'Every radio tried, the words for stop and for come in' },
  { id: 'weather', topic: 'Weather', text: 'What it is and what it will be, where water stands, what changes when it does' },
  { id: 'questions', topic: 'Questions', text: 'Who is unsure of anything asks now' },
]
