import { createContext, useContext, useLayoutEffect, useMemo, useState, type ReactNode } from 'react'
import { stagePath } from './stages'

/** The student whose stint is open. It stays open through stages, tabs, keys and links, until another is chosen or Today is. */
export interface OpenStudent {
  readonly dayId: string
  readonly studentId: string
  /** null where the student has no stint on that day */
  readonly stintId: string | null
}

interface OpenStudentState {
  readonly open: OpenStudent | null
  readonly setOpen: (open: OpenStudent | null) => void
}

const Opened = createContext<OpenStudentState>({ open: null, setOpen: () => undefined })

export function OpenStudentProvider({ children }: { children: ReactNode }) {
  const [open, setOpen] = useState<OpenStudent | null>(null)
  return <Opened value={useMemo(() => ({ open, setOpen }), [open])}>{children}</Opened>
}

/** The student open on a day; null where none is. */
export function useOpenStudent(dayId: string | null): OpenStudent | null {
  const { open } = useContext(Opened)
  return open && open.dayId === dayId ? open : null
}

/** Says which student a page shows. */
export function useOpens(dayId: string, studentId: string | null, stintId: string | null): void {
  const { setOpen } = useContext(Opened)
  useLayoutEffect(() => setOpen(studentId === null ? null : { dayId, studentId, stintId }), [setOpen, dayId, studentId, stintId])
}

/** Where a stage's tab and key lead: to the open student, where the stage has one. */
export function stageOf(dayId: string, stage: string, open: OpenStudent | null): string {
  if (!open || stage === 'plan') return stagePath(dayId, stage)
  return stagePath(dayId, stage, stage === 'progress' ? open.studentId : (open.stintId ?? undefined))
}
