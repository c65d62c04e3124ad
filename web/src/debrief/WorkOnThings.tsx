import { Box, MenuItem, Stack, TextField, Typography } from '@mui/material'
import type { DebriefDraft } from '@ochote/contracts'
import { faultOf, THINGS_TO_WORK_ON, type CornerPicture, type WorkOn } from '@ochote/core'
import { CornerPictureView } from './CornerPictureView'

type Chosen = DebriefDraft['workOn'][number]

interface WorkOnThingsProps {
  chosen: readonly Chosen[]
  /** the most pressing first */
  candidates: readonly WorkOn[]
  /** how it looked on the recorded lap where it was worst; null where nothing was recorded */
  pictureOf: (corner: string, code: string) => CornerPicture | null
  /** @param of - the advice that is typed in */
  onChange: (workOn: Chosen[], of?: string) => void
}

const keyOf = ({ corner, code }: Pick<Chosen, 'corner' | 'code'>) => `${corner}/${code}`

/** The two things to work on, each with its reason; chosen from what was logged, worded by the instructor. */
export function WorkOnThings({ chosen, candidates, pictureOf, onChange }: WorkOnThingsProps) {
  const slots = Math.min(THINGS_TO_WORK_ON, Math.max(chosen.length, candidates.length))
  const put = (at: number, next: Chosen | null, of?: string) =>
    onChange(next ? [...chosen.slice(0, at), next, ...chosen.slice(at + 1)] : chosen.filter((_, k) => k !== at), of)
  return (
    <Box component="section" aria-labelledby="work-on">
      <Typography id="work-on" variant="h2" sx={{ mb: 1 }}>
        Two things to work on
      </Typography>
      {slots === 0 && <Typography color="text.secondary">Nothing was logged or recorded to work on.</Typography>}
      {Array.from({ length: slots }, (_, at) => {
        const one = chosen[at]
        const offered = candidates.filter((c) => !chosen.some((o, k) => k !== at && keyOf(o) === keyOf(c)))
        const picture = one ? pictureOf(one.corner, one.code) : null
        const kept = one && !offered.some((c) => keyOf(c) === keyOf(one)) ? [one, ...offered] : offered
        return (
          <Stack key={at} sx={{ gap: 1, mb: 2 }}>
            <TextField
              select
              size="small"
              label={`${at + 1}.`}
              value={one ? keyOf(one) : ''}
              onChange={(e) => put(at, candidates.find((c) => keyOf(c) === e.target.value) ?? null)}
            >
              <MenuItem value="">Nothing</MenuItem>
              {kept.map((c) => (
                <MenuItem key={keyOf(c)} value={keyOf(c)}>
                  Corner {c.corner}: {faultOf(c.code)?.name ?? c.code}
                </MenuItem>
              ))}
            </TextField>
            {one && (
              <>
                <TextField
                  size="small"
                  label="What to do"
                  multiline
                  value={one.advice}
                  slotProps={{ htmlInput: { maxLength: 200 } }}
                  error={one.advice.trim() === ''}
                  helperText={one.advice.trim() === '' ? 'found nothing, expected what to do' : undefined}
                  onChange={(e) => put(at, { ...one, advice: e.target.value }, `advice ${at}`)}
                />
                <Typography variant="body2" color="text.secondary">
                  Why: {one.reason}
                </Typography>
                {picture && <CornerPictureView picture={picture} />}
              </>
            )}
          </Stack>
        )
      })}
    </Box>
  )
}
