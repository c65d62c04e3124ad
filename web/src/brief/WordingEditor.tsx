import { Box, Button, Stack, TextField, Typography } from '@mui/material'
import { memo, useCallback, useEffect, useRef } from 'react'
import { callLanguageSchema, callVerbs, mayBeUnsaid, landmarkKinds, type CallLanguage, type CallVerb, type School } from '@ochote/contracts'
import { defaultCalls, wordingNames } from '@ochote/core'
import { useSaveSchool } from '../api/useSaveSchool'
import { RecordDialog } from '../records/RecordDialog'
import { useTyped } from '../records/useTyped'

const phraseNames: Record<keyof CallLanguage['phrases'], string> = {
  left: 'left',
  right: 'right',
  now: 'now',
  at: 'at a mark: {mark}',
  before: 'before it: {m} {mark}',
  past: 'past it: {m} {mark}',
  halfway: 'between boards: {mark} {next}',
  fromStart: 'from the start: {m}',
  oneCone: 'one cone: {colour}',
  cones: 'several cones: {count} {colour}',
  boardMark: 'a board: {colour}',
  plainCone: 'a mark by its duty: {duty}',
}

type Wordings = CallLanguage['calls']

/** Wordings with one verb's words changed. A verb whose words are all gone is left unsaid. */
function worded(all: Wordings, verb: CallVerb, words: Partial<Record<(typeof wordingNames)[number], string>>): Wordings {
  const { long = '', normal = '', short = '' } = words
  const isEmpty = [long, normal, short].every((text) => text.trim() === '')
  return { ...all, [verb]: isEmpty && mayBeUnsaid.includes(verb) ? undefined : { long, normal, short } }
}

/** What changes of the wordings where the text at a path does, such as "calls.brake.short". */
function changed(all: CallLanguage, path: string, text: string): Partial<CallLanguage> {
  const [part, key = '', name = ''] = path.split('.')
  if (part === 'phrases') return { phrases: { ...all.phrases, [key]: text } }
  if (part === 'marks') return { marks: { ...all.marks, [key]: text } }
  if (part !== 'calls') return { language: text }
  const verb = key as CallVerb
  return { calls: worded(all.calls, verb, { ...all.calls[verb], [name]: text }) }
}

interface WordFieldProps {
  path: string
  label: string
  value: string
  /** what was expected; undefined where it is right */
  wrong: string | undefined
  onText: (path: string, text: string) => void
}

/** One of some eighty texts: only the one that is typed in is drawn again. */
const WordField = memo(function WordField({ path, label, value, wrong, onText }: WordFieldProps) {
  return (
    <TextField
      size="small"
      label={label}
      value={value}
      error={wrong !== undefined}
      helperText={wrong}
      slotProps={{ htmlInput: { maxLength: 80 } }}
      onChange={(e) => onText(path, e.target.value)}
    />
  )
})

/** The school's wordings, in any language: three lengths of every call, how places are said, what landmarks are called. */
export function WordingEditor({ school, onClose }: { school: School; onClose: () => void }) {
  const form = useTyped<CallLanguage>('wording', school.calls, school.version)
  const { typed: calls, set: setCalls } = form
  const state = useSaveSchool({ ...school, version: form.fromVersion }, () => {
    form.drop()
    onClose()
  })
  const read = callLanguageSchema.safeParse(calls)
  const wrong = new Map(read.success ? [] : read.error.issues.map((i) => [i.path.join('.'), i.message]))
  const latest = useRef({ calls, setCalls })
  useEffect(() => {
    latest.current = { calls, setCalls }
  })
  const onText = useCallback((path: string, text: string) => latest.current.setCalls(changed(latest.current.calls, path, text)), [])
  const field = (path: string, label: string, value: string) => (
    <WordField key={path} path={path} label={label} value={value} wrong={wrong.get(path)} onText={onText} />
  )
  return (
    <RecordDialog
      title="How this school calls"
      what="set of wordings"
      maxWidth="md"
      makeWord={null}
      actions={<Button onClick={() => setCalls(defaultCalls)}>Standard wording</Button>}
      draft={read.success ? { calls: read.data } : null}
      {...{ form, state, onClose }}
    >
      <Typography color="text.secondary">
        {'{cone}'} is the mark as you put it out, {'{place}'} where it is, {'{side}'} left or right, {'{corner}'} the corner’s number,{' '}
        {'{count}'} how many gears, and {'{m}'} how far out to hold. Verb first, then place. A call without words is not made; lift, brake,
        turn, squeeze, run out and up a gear need theirs.
      </Typography>
      <Stack direction="row" sx={{ gap: 1.5 }}>
        {field('language', 'Language, such as en-GB', calls.language)}
        <Typography variant="body2" color="text.secondary" sx={{ alignSelf: 'end' }}>
          Lengths are in {calls.unit === 'yd' ? 'yards' : 'metres'}. You can change that on the shelf, under School.
        </Typography>
      </Stack>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '110px repeat(3, 1fr)' }, gap: 1, alignItems: 'center' }}>
        {callVerbs.map((verb) => (
          <Box key={verb} sx={{ display: 'contents' }}>
            <Typography>{verb}</Typography>
            {wordingNames.map((name) => field(`calls.${verb}.${name}`, `${verb}, ${name}`, calls.calls[verb]?.[name] ?? ''))}
          </Box>
        ))}
      </Box>
      <Typography variant="h3">How places are said</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: 'repeat(2, 1fr)' }, gap: 1 }}>
        {(Object.keys(phraseNames) as (keyof CallLanguage['phrases'])[]).map((key) =>
          field(`phrases.${key}`, phraseNames[key], calls.phrases[key]),
        )}
      </Box>
      <Typography variant="h3">What landmarks without a name are called</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: 'repeat(3, 1fr)' }, gap: 1 }}>
        {landmarkKinds.map((kind) =>
          field(`marks.${kind}`, kind === 'board' ? 'board: {name}' : kind.replace('-', ' '), calls.marks[kind] ?? ''),
        )}
      </Box>
    </RecordDialog>
  )
}
