import { Add, DeleteOutlined } from '@mui/icons-material'
import { Box, Button, IconButton, Slider, Stack, Typography } from '@mui/material'
import type { TimetableDraft, WantName } from '@ochote/contracts'
import { minutesOf, clockTimeOf } from '@ochote/core'
import { CommitField } from '../forms/CommitField'
import { WholeField } from './fields'
import { wrongTime } from '../forms/times'

interface RulesProps {
  draft: TimetableDraft
  onChange: (draft: TimetableDraft) => void
}

type Span = TimetableDraft['pauses'][number]

export const wantWords: Readonly<Record<WantName, { name: string; unit: string }>> = {
  sameInstructor: { name: 'One instructor for each student', unit: 'more met' },
  evenWait: { name: 'Short, even waits', unit: 'h of waiting' },
  evenVehicles: { name: 'Cars used evenly', unit: 'stints apart' },
  earlyFinish: { name: 'An early finish', unit: 'h from the start' },
  keep: { name: 'As people were told', unit: 'changes' },
}
const MOST_WEIGHT = 10

/** The rules of the day, its groups and pauses, and how much each want weighs. */
export function RulesAndWants({ draft, onChange }: RulesProps) {
  const set = (change: Partial<TimetableDraft>) => onChange({ ...draft, ...change })
  const newSpan = (): Span => ({ from: draft.startsAt, to: clockTimeOf(Math.min(minutesOf(draft.endsAt), minutesOf(draft.startsAt) + 60)) })
  const spans = (list: readonly Span[], what: string, take: (spans: Span[]) => void) => (
    <Stack sx={{ gap: 1 }}>
      {list.map((span, k) => (
        <Stack key={k} direction="row" sx={{ gap: 1, alignItems: 'center' }}>
          {(['from', 'to'] as const).map((end) => (
            <CommitField
              key={end}
              label={`${what} ${k + 1}, ${end}`}
              required
              value={span[end]}
              wrong={(text) =>
                (wrongTime(text) ?? (end === 'to' ? text <= span.from : text >= span.to))
                  ? `found ${text}, expected ${end === 'to' ? `a time after ${span.from}` : `a time before ${span.to}`}`
                  : null
              }
              onTake={(time) => take(list.map((one, n) => (n === k ? { ...one, [end]: time } : one)))}
              sx={{ width: 150 }}
            />
          ))}
          <IconButton aria-label={`Remove ${what.toLowerCase()} ${k + 1}`} onClick={() => take(list.filter((_, n) => n !== k))}>
            <DeleteOutlined />
          </IconButton>
        </Stack>
      ))}
      <Button sx={{ alignSelf: 'flex-start' }} startIcon={<Add />} onClick={() => take([...list, newSpan()])}>
        Add a {what.toLowerCase()}
      </Button>
    </Stack>
  )
  const nextGroup = () =>
    'ABCDEFGHIJKLMNOPQRSTUVWXYZ'.split('').find((id) => !draft.groups.some((group) => group.id === id)) ?? `G${draft.groups.length + 1}`
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, columnGap: 5, rowGap: 3 }}>
      <Stack component="section" aria-label="The day" sx={{ gap: 2 }}>
        <Typography variant="h2">The day</Typography>
        <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
          <CommitField
            label="Starts at"
            required
            value={draft.startsAt}
            sx={{ width: 120 }}
            onTake={(startsAt) => set({ startsAt })}
            wrong={(text) => wrongTime(text) ?? (text >= draft.endsAt ? `found ${text}, expected a time before ${draft.endsAt}` : null)}
          />
          <CommitField
            label="Ends at"
            required
            value={draft.endsAt}
            sx={{ width: 120 }}
            onTake={(endsAt) => set({ endsAt })}
            wrong={(text) => wrongTime(text) ?? (text <= draft.startsAt ? `found ${text}, expected a time after ${draft.startsAt}` : null)}
          />
          <WholeField
            label="Stint, min"
            width={136}
            required
            value={draft.stintMin}
            least={1}
            most={480}
            onTake={(n) => set({ stintMin: n ?? draft.stintMin })}
          />
          <WholeField
            label="Turnround, min"
            width={136}
            required
            value={draft.turnroundMin}
            least={0}
            most={240}
            onTake={(n) => set({ turnroundMin: n ?? 0 })}
          />
          <WholeField
            label="Starts every, min"
            width={136}
            required
            value={draft.gridMin}
            least={1}
            most={60}
            onTake={(n) => set({ gridMin: n ?? draft.gridMin })}
          />
          <WholeField
            label="On track at once"
            width={136}
            value={draft.onTrackAtOnce ?? null}
            least={1}
            most={99}
            onTake={(n) => {
              const { onTrackAtOnce: _, ...rest } = draft
              onChange(n === null ? rest : { ...rest, onTrackAtOnce: n })
            }}
          />
        </Stack>
        <Typography variant="h3">Pauses</Typography>
        {spans(draft.pauses, 'Pause', (pauses) => set({ pauses }))}
        <Typography variant="h3">Groups</Typography>
        <Typography variant="body2" color="text.secondary">
          A group is out only in its windows. Who is in it is said under “Who is there”.
        </Typography>
        {draft.groups.map((group) => (
          <Stack key={group.id} role="group" aria-label={`Group ${group.id}`} sx={{ gap: 1 }}>
            <Stack direction="row" sx={{ alignItems: 'center' }}>
              <Typography sx={{ fontWeight: 700 }}>Group {group.id}</Typography>
              <IconButton
                aria-label={`Remove group ${group.id}`}
                onClick={() =>
                  set({
                    groups: draft.groups.filter((one) => one !== group),
                    students: draft.students.map((student) => {
                      const { group: own, ...rest } = student
                      return own === group.id ? rest : student
                    }),
                  })
                }
              >
                <DeleteOutlined />
              </IconButton>
            </Stack>
            {spans(group.windows, 'Window', (windows) =>
              set({ groups: draft.groups.map((one) => (one === group ? { ...one, windows } : one)) }),
            )}
          </Stack>
        ))}
        <Button
          sx={{ alignSelf: 'flex-start' }}
          startIcon={<Add />}
          onClick={() => set({ groups: [...draft.groups, { id: nextGroup(), windows: [{ from: draft.startsAt, to: draft.endsAt }] }] })}
        >
          Add a group
        </Button>
      </Stack>
      <Stack component="section" aria-label="What is wanted" sx={{ gap: 1 }}>
        <Typography variant="h2">What is wanted</Typography>
        <Typography variant="body2" color="text.secondary">
          The rules are always kept. Among timetables that keep them, the one that costs least is looked for: each want’s value times its
          weight.
        </Typography>
        {(Object.keys(wantWords) as WantName[]).map((want) => (
          <Stack key={want} direction="row" sx={{ gap: 2, alignItems: 'center' }}>
            <Typography id={`want-${want}`} sx={{ width: 230 }}>
              {wantWords[want].name}
            </Typography>
            <Slider
              aria-labelledby={`want-${want}`}
              min={0}
              max={MOST_WEIGHT}
              step={0.5}
              value={Math.min(MOST_WEIGHT, draft.wants[want])}
              valueLabelDisplay="auto"
              onChange={(_e, weight) => set({ wants: { ...draft.wants, [want]: [weight].flat()[0]! } })}
              sx={{ maxWidth: 260 }}
            />
            <Typography sx={{ width: 36, fontVariantNumeric: 'tabular-nums' }}>{draft.wants[want]}</Typography>
          </Stack>
        ))}
      </Stack>
    </Box>
  )
}
