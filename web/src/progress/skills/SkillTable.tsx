import { Box, ButtonBase, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import type { SkillSignature } from '@ochote/contracts'
import { bends, skillNames, type SkillState } from '@ochote/core'
import { capital, levelWords, radiusWords, signedStep, skillAt } from './skillWords'

type Cell = Pick<SkillState, 'skill' | 'bend'>

interface SkillTableProps {
  skills: readonly SkillState[]
  signatures: readonly SkillSignature[]
  open: Cell | null
  onOpen: (cell: Cell) => void
}

/** Every skill at every kind of corner; each opens its evidence. */
export function SkillTable({ skills, signatures, open, onOpen }: SkillTableProps) {
  return (
    <Box sx={{ overflowX: 'auto' }}>
      <Table size="small" aria-label="Skills by kind of corner">
        <TableHead>
          <TableRow>
            <TableCell>Skill</TableCell>
            {bends.map((bend) => (
              <TableCell key={bend}>
                {capital(bend)} corners
                <Typography variant="body2" color="text.secondary">
                  {radiusWords(bend)}
                </Typography>
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {skillNames.map((skill) => (
            <TableRow key={skill}>
              <TableCell component="th" scope="row">
                {capital(skill)}
              </TableCell>
              {bends.map((bend) => {
                const state = skills.find((one) => one.skill === skill && one.bend === bend)!
                const isOpen = open?.skill === skill && open.bend === bend
                const signed = signedStep(signatures, skill, bend)
                return (
                  <TableCell key={bend} sx={{ p: 0 }}>
                    <SkillCell state={state} signed={signed} isOpen={isOpen} onOpen={() => onOpen({ skill, bend })} />
                  </TableCell>
                )
              })}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  )
}

interface SkillCellProps {
  state: SkillState
  signed: SkillSignature | null
  isOpen: boolean
  onOpen: () => void
}

function SkillCell({ state, signed, isOpen, onOpen }: SkillCellProps) {
  const { skill, bend, level, passes } = state
  const clean = passes.filter(({ result }) => result === 'clean').length
  const reached = level === 'steady' || level === 'kept'
  const signedWords = signed ? `signed: ${signed.level}` : null
  return (
    <ButtonBase
      aria-expanded={isOpen}
      aria-label={`${skillAt(skill, bend)}: ${levelWords[level]}${signedWords ? `; ${signedWords}` : ''}`}
      onClick={onOpen}
      sx={{
        ...{ width: '100%', minHeight: 44, px: 2, py: 0.5, display: 'flex', flexDirection: 'column', alignItems: 'flex-start' },
        ...{ outline: isOpen ? 2 : 0, outlineStyle: 'solid', outlineColor: 'primary.main', outlineOffset: -2, textAlign: 'left' },
      }}
    >
      <Typography component="span" color={level === 'unknown' ? 'text.secondary' : 'text.primary'} sx={{ fontWeight: reached ? 700 : 400 }}>
        {levelWords[level]}
        {signedWords && ` · ${signedWords}`}
      </Typography>
      {passes.length > 0 && (
        <Typography component="span" variant="body2" color="text.secondary">
          {clean} of {passes.length} clean
        </Typography>
      )}
    </ButtonBase>
  )
}
