import type { ThemeOptions } from '@mui/material/styles'
import type { Tokens } from './tokens'

/** A box to tick: a square of ink, and a tick in it once it is ticked. */
function TickBox({ ticked, weight }: { ticked: boolean; weight: number }) {
  return (
    <svg width={20} height={20} viewBox="0 0 20 20" aria-hidden="true">
      <rect x={2.5} y={2.5} width={15} height={15} fill="none" stroke="currentColor" strokeWidth={1.5 * weight} />
      {ticked && <path d="M5,10.5 L8.7,14.2 L15.5,5.5" fill="none" stroke="currentColor" strokeWidth={2.4 * weight} />}
    </svg>
  )
}

/**
 * Fields, tabs, switches and notes in paper and ink: a field is a ruled line under its name, what is chosen is underlined, a
 * switch is a box with a block in it, and a note has a rule down its side.
 */
export function paperComponents(t: Tokens): NonNullable<ThemeOptions['components']> {
  const rule = `${1.5 * t.weight}px solid ${t.edge}`
  const chosen = `inset 0 ${-3 * t.weight}px 0 ${t.action}`
  const square = { borderRadius: 3 }
  return {
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: { root: { fontFamily: 'inherit', '&:active': { opacity: 0.75 } } },
    },
    MuiButton: { defaultProps: { disableElevation: true } },
    MuiPaper: { defaultProps: { elevation: 0 } },
    MuiTextField: { defaultProps: { size: 'small' } },
    MuiInputLabel: {
      defaultProps: { shrink: true },
      styleOverrides: {
        root: {
          position: 'static',
          transform: 'none',
          maxWidth: 'none',
          fontSize: `${0.82 * t.type}rem`,
          lineHeight: 1.3,
          whiteSpace: 'normal',
          color: t.inkSoft,
          '&.Mui-focused': { color: t.action },
          '&.Mui-error': { color: t.unsafe },
        },
      },
    },
    MuiOutlinedInput: {
      defaultProps: { notched: false },
      styleOverrides: {
        root: {
          borderRadius: 0,
          backgroundColor: t.raised,
          '& .MuiOutlinedInput-notchedOutline': { top: 0, border: 0, borderBottom: rule, '& legend': { display: 'none' } },
          '&:hover .MuiOutlinedInput-notchedOutline': { borderBottomColor: `${t.ink} !important` },
          '&.Mui-focused .MuiOutlinedInput-notchedOutline': { borderBottom: `${3 * t.weight}px solid ${t.action} !important` },
          '&.Mui-error .MuiOutlinedInput-notchedOutline': { borderBottom: `${3 * t.weight}px solid ${t.unsafe} !important` },
        },
        multiline: { padding: 0, '& textarea': { padding: '8px 10px' } },
      },
    },
    MuiFormHelperText: { styleOverrides: { root: { marginLeft: 0, marginRight: 0, fontSize: `${0.82 * t.type}rem`, lineHeight: 1.35 } } },
    MuiAutocomplete: { styleOverrides: { inputRoot: { padding: '2px 6px !important' } } },
    MuiMenu: { styleOverrides: { paper: { ...square, border: rule, marginTop: 2 }, list: { padding: 0 } } },
    MuiMenuItem: {
      styleOverrides: { root: { '&.Mui-selected': { boxShadow: `inset ${4 * t.weight}px 0 0 ${t.action}`, fontWeight: 650 } } },
    },
    MuiDialog: { styleOverrides: { paper: { ...square, border: rule } } },
    MuiTabs: { styleOverrides: { indicator: { height: 3 * t.weight, backgroundColor: t.action } } },
    MuiTab: {
      styleOverrides: {
        root: { textTransform: 'none', color: t.ink, fontSize: 'inherit', '&.Mui-selected': { color: t.ink, fontWeight: 700 } },
      },
    },
    MuiToggleButtonGroup: {
      styleOverrides: { root: { gap: 4 }, grouped: { border: 0, borderRadius: 0, marginLeft: 0 } },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          border: 0,
          borderRadius: 0,
          color: t.ink,
          textTransform: 'none',
          lineHeight: 1.25,
          boxShadow: `inset 0 -1px 0 ${t.edge}`,
          '&.Mui-selected, &.Mui-selected:hover': { backgroundColor: t.raised, color: t.ink, boxShadow: chosen, fontWeight: 700 },
        },
        sizeSmall: { padding: '7px 8px', fontSize: `${0.95 * t.type}rem` },
      },
    },
    MuiCheckbox: {
      defaultProps: { icon: <TickBox ticked={false} weight={t.weight} />, checkedIcon: <TickBox ticked weight={t.weight} /> },
      styleOverrides: { root: { color: t.ink, padding: 7, '&.Mui-checked': { color: t.action } } },
    },
    MuiSwitch: {
      styleOverrides: {
        root: { width: 50, height: 34, padding: 8 },
        switchBase: {
          padding: 11,
          '&.Mui-checked': { transform: 'translateX(16px)', color: t.onAction },
          '&.Mui-checked + .MuiSwitch-track': { backgroundColor: t.action, opacity: 1 },
        },
        thumb: { width: 12, height: 12, borderRadius: 0, boxShadow: 'none', backgroundColor: 'currentColor' },
        track: { borderRadius: 2, border: rule, backgroundColor: t.raised, opacity: 1, boxSizing: 'border-box' },
        colorPrimary: { color: t.ink },
      },
    },
    MuiSlider: {
      styleOverrides: {
        rail: { height: 2 * t.weight, opacity: 1, backgroundColor: t.hairline, borderRadius: 0 },
        track: { height: 4 * t.weight, border: 0, borderRadius: 0 },
        thumb: { width: 10, height: 22, borderRadius: 2, '&::before': { boxShadow: 'none' } },
      },
    },
    MuiChip: { styleOverrides: { root: { ...square, height: 30, fontSize: 'inherit' }, outlined: { borderColor: t.edge } } },
    MuiAlert: {
      styleOverrides: {
        root: ({ ownerState }) => {
          const colour = { error: t.unsafe, warning: t.caution, success: t.good, info: t.ink }[ownerState.severity ?? 'info']
          return {
            borderRadius: 0,
            border: 0,
            borderLeft: `${5 * t.weight}px solid ${colour}`,
            backgroundColor: t.raised,
            color: t.ink,
            '& .MuiAlert-icon': { color: colour },
          }
        },
      },
    },
    MuiTooltip: { styleOverrides: { tooltip: { ...square, backgroundColor: t.ink, color: t.ground, fontSize: `${0.85 * t.type}rem` } } },
    MuiLinearProgress: { styleOverrides: { root: { borderRadius: 0, backgroundColor: t.hairline } } },
    MuiTableCell: {
      styleOverrides: { root: { borderColor: t.hairline, fontSize: 'inherit' }, head: { fontWeight: 650, color: t.inkSoft } },
    },
  }
}
