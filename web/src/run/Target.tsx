import { ButtonBase } from '@mui/material'
import { styled } from '@mui/material/styles'

/** A target for a gloved finger in a moving car: never smaller than 64 px. */
export const Target = styled(ButtonBase, { shouldForwardProp: (prop) => prop !== 'tone' })<{ tone?: 'plain' | 'action' | 'good' }>(
  ({ theme, tone = 'plain' }) => ({
    minHeight: 64,
    minWidth: 64,
    padding: theme.spacing(0.75, 1.25),
    borderRadius: 10,
    border: `${1.5 * theme.tokens.weight}px solid ${tone === 'plain' ? theme.tokens.edge : theme.tokens.action}`,
    backgroundColor: tone === 'action' ? theme.tokens.action : theme.tokens.raised,
    color: tone === 'action' ? theme.tokens.onAction : tone === 'good' ? theme.tokens.good : theme.tokens.ink,
    fontSize: '1.12rem',
    fontWeight: 650,
    lineHeight: 1.15,
    textAlign: 'center',
    flexDirection: 'column',
    touchAction: 'manipulation',
    '&:disabled': { opacity: 0.45 },
    '&[aria-pressed="true"]': { backgroundColor: theme.tokens.action, color: theme.tokens.onAction, borderColor: theme.tokens.action },
  }),
)
