import { MoreVert } from '@mui/icons-material'
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, IconButton, Menu, MenuItem, Stack, TextField } from '@mui/material'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { v7 as uuid } from 'uuid'
import * as z from 'zod'
import { planSchema, type DayView, type Plan, type PlanDraft } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'
import { ProblemNotice } from '../problem/ProblemNotice'
import { useArchive } from '../records/useArchive'
import { useTyped } from '../records/useTyped'
import { stagePath } from '../shell/stages'
import { NewPlan } from './NewPlan'
import { variantOf, variants, type VariantKey } from './variants'

interface PlanActionsProps {
  day: DayView
  plan: Plan
  draft: PlanDraft
  onChange: (draft: PlanDraft) => void
  onOpen: (planId: string) => void
}

/** Actions on a whole plan: make another or a variant, rename, compare, place, archive. */
export function PlanActions({ day, plan, draft, onChange, onOpen }: PlanActionsProps) {
  const navigate = useNavigate()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [dialog, setDialog] = useState<'rename' | 'vary' | 'new' | null>(null)
  const { archive, error } = useArchive()
  const archivable = { path: `/api/plans/${plan.id}`, name: `The plan “${plan.name}”`, queryKeys: [dayQuery(day.id).queryKey] }
  const path = stagePath(day.id, 'plan', plan.id)
  const choose = (act: () => void) => () => {
    setAnchor(null)
    act()
  }
  return (
    <>
      <IconButton
        className="no-print"
        aria-label="More to do with this plan"
        aria-haspopup="menu"
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        <MoreVert />
      </IconButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem onClick={choose(() => setDialog('new'))}>New plan…</MenuItem>
        <MenuItem onClick={choose(() => setDialog('vary'))}>New variant…</MenuItem>
        <MenuItem onClick={choose(() => setDialog('rename'))}>Rename…</MenuItem>
        <MenuItem onClick={choose(() => void navigate(`${path}/compare`))}>Compare with another plan</MenuItem>
        <MenuItem onClick={choose(() => void navigate(`${path}/placing`))}>Placing list</MenuItem>
        <MenuItem onClick={choose(() => archive(archivable, () => void navigate(stagePath(day.id, 'plan'))))}>Archive</MenuItem>
      </Menu>
      {error && <ProblemNotice error={error} />}
      {dialog === 'new' && <NewPlan day={day} onOpen={onOpen} onClose={() => setDialog(null)} />}
      {dialog === 'rename' && (
        <Rename
          name={draft.name}
          onClose={() => setDialog(null)}
          onName={(name) => {
            onChange({ ...draft, name })
            setDialog(null)
          }}
        />
      )}
      {dialog === 'vary' && <NewVariant day={day} draft={draft} onClose={() => setDialog(null)} onOpen={onOpen} />}
    </>
  )
}

function Rename({ name, onClose, onName }: { name: string; onClose: () => void; onName: (name: string) => void }) {
  const [typed, setTyped] = useState(name)
  const take = () => (typed.trim() !== '' && typed.trim() !== name ? onName(typed.trim()) : onClose())
  return (
    <Dialog open onClose={take} aria-labelledby="rename">
      <DialogTitle id="rename">Rename this plan</DialogTitle>
      <DialogContent>
        <TextField
          autoFocus
          fullWidth
          margin="dense"
          label="Name"
          value={typed}
          slotProps={{ htmlInput: { maxLength: 80 } }}
          onChange={(e) => setTyped(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && take()}
        />
      </DialogContent>
      <DialogActions>
        {typed !== name && <Button onClick={() => setTyped(name)}>Put back</Button>}
        <Button variant="contained" onClick={take}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  )
}

const variantKeys = Object.keys(variants) as VariantKey[]
const typedVariantSchema = z.object({ kind: z.enum(variantKeys), name: z.string().nullable() })
/** Until a name is typed, the variant is called after the plan. */
const firstVariant: z.infer<typeof typedVariantSchema> = { kind: 'next-step', name: null }

function NewVariant({ day, draft, onClose, onOpen }: Pick<PlanActionsProps, 'day' | 'draft' | 'onOpen'> & { onClose: () => void }) {
  const client = useQueryClient()
  const form = useTyped(`new variant ${day.id}`, firstVariant, 0, (kept) => typedVariantSchema.parse(kept))
  const { kind, name } = form.typed
  const shown = name ?? `${draft.name}, ${variants[kind].name.toLowerCase()}`.slice(0, 80)
  const add = useMutation({
    mutationFn: () =>
      request(planSchema, '/api/plans', {
        method: 'POST',
        body: { id: uuid(), dayId: day.id, draft: { ...variantOf(draft, kind), name: shown.trim() } },
      }),
    onSuccess: (stored) => {
      client.setQueryData<DayView>(dayQuery(day.id).queryKey, (file) => file && { ...file, plans: [...file.plans, stored] })
      form.drop()
      onClose()
      onOpen(stored.id)
    },
  })
  return (
    <Dialog open onClose={onClose} aria-labelledby="vary" fullWidth maxWidth="xs">
      <DialogTitle id="vary">New variant of this plan</DialogTitle>
      <DialogContent>
        <Stack sx={{ gap: 2, pt: 1 }}>
          <TextField
            select
            label="Made from it"
            value={kind}
            helperText={variants[kind].description}
            onChange={(e) => form.set({ kind: variantKeys.find((k) => k === e.target.value) ?? kind })}
          >
            {variantKeys.map((key) => (
              <MenuItem key={key} value={key}>
                {variants[key].name}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            label="Name"
            value={shown}
            slotProps={{ htmlInput: { maxLength: 80 } }}
            onChange={(e) => form.set({ name: e.target.value })}
          />
          {add.error && <ProblemNotice error={add.error} />}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
        <Button variant="contained" disabled={shown.trim() === '' || add.isPending} onClick={() => add.mutate()}>
          Create
        </Button>
      </DialogActions>
    </Dialog>
  )
}
