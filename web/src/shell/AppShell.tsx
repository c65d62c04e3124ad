import { Contrast, DarkModeOutlined, LightModeOutlined } from '@mui/icons-material'
import { Box, IconButton, Link, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { NavLink, Outlet, useMatch } from 'react-router'
import { daysQuery, schoolQuery } from '../api/queries'
import { longDay } from '../format/format'
import { areUnitsKnown, setUnits, useUnits } from '../format/units'
import { useThemeChoice } from '../theme/ThemeChoice'
import { themeNames, type ThemeName } from '../theme/tokens'
import { dayToOpen } from './dayToOpen'
import { OutboxNotice } from './OutboxNotice'
import { PinGate } from './PinGate'
import { ServerAway } from './ServerAway'
import { OpenStudentProvider, stageOf, useOpenStudent } from './openStudent'
import { DAYS_KEY, dayPath, LIBRARY_KEY, stages, TODAY_KEY } from './stages'
import { OutboxProvider } from '../device/useOutbox'
import { StintLogsProvider } from '../stintLog/useStintLogs'
import { UndoProvider } from '../undo/UndoProvider'
import { UndoNotice } from './UndoNotice'
import { useStageKeys } from './useStageKeys'

const Frame = styled('div')({ minHeight: '100dvh', display: 'flex', flexDirection: 'column' })

const Bar = styled('header')(({ theme }) => ({
  display: 'flex',
  alignItems: 'center',
  flexWrap: 'wrap',
  columnGap: theme.spacing(2.5),
  padding: theme.spacing(0.75, 2),
  borderBottom: `1px solid ${theme.palette.divider}`,
}))

const Stages = styled('nav')(({ theme }) => ({
  display: 'flex',
  overflowX: 'auto',
  [theme.breakpoints.down('md')]: { order: 3, width: '100%' },
}))

const StageLink = styled(NavLink)(({ theme }) => ({
  padding: theme.spacing(0.75, 1.5),
  color: theme.palette.text.primary,
  textDecoration: 'none',
  whiteSpace: 'nowrap',
  borderBottom: '3px solid transparent',
  '& kbd': {
    font: 'inherit',
    fontSize: '0.72em',
    color: theme.palette.text.secondary,
    marginLeft: 5,
    [theme.breakpoints.down('md')]: { display: 'none' },
  },
  '&:hover': { borderColor: theme.palette.divider },
  '&.active': { borderColor: theme.palette.primary.main, textShadow: '0.4px 0 currentColor' },
}))

const themeIcons: Record<ThemeName, { icon: typeof Contrast; name: string }> = {
  light: { icon: LightModeOutlined, name: 'Light' },
  dark: { icon: DarkModeOutlined, name: 'Dark' },
  glare: { icon: Contrast, name: 'Glare' },
}

function ThemeButton() {
  const { name, choose } = useThemeChoice()
  const next = themeNames[(themeNames.indexOf(name) + 1) % themeNames.length] ?? 'light'
  const { icon: Icon } = themeIcons[name]
  const label = `${themeIcons[name].name} theme. Change to ${themeIcons[next].name.toLowerCase()}`
  return (
    <IconButton aria-label={label} title={label} onClick={() => choose(next)}>
      <Icon />
    </IconButton>
  )
}

/** The frame of every page: which day is open, the stages in order, the shelf. */
export const AppShell = () => (
  <OutboxProvider>
    <UndoProvider>
      <OpenStudentProvider>
        <Shell />
      </OpenStudentProvider>
    </UndoProvider>
  </OutboxProvider>
)

function Shell() {
  const days = useQuery(daysQuery)
  const inDay = useMatch('/days/:dayId/*')
  const openId = inDay?.params.dayId ?? dayToOpen(days.data ?? [])?.id ?? null
  // an archived day is not among those listed, and can be open all the same
  const open = days.data?.find((d) => d.id === openId)
  const student = useOpenStudent(openId)
  const school = useQuery(schoolQuery)
  const schoolUnits = school.data?.units
  useEffect(() => {
    if (schoolUnits) setUnits(schoolUnits)
  }, [schoolUnits])
  const units = useUnits()
  useStageKeys(openId, student)
  return (
    <Frame>
      <Link href="#main" sx={{ position: 'absolute', left: -9999, '&:focus': { left: 8, top: 8, zIndex: 9 } }}>
        Skip to the page
      </Link>
      <Bar className="no-print">
        <Box
          component={NavLink}
          to="/"
          aria-label="Ochote, today"
          sx={{ display: 'flex', alignItems: 'center', gap: 1, color: 'inherit', textDecoration: 'none' }}
        >
          <img src="/mark.svg" width={24} height={24} alt="" />
          <Typography component="span" sx={{ fontWeight: 750, fontSize: '1.1rem' }}>
            Ochote
          </Typography>
        </Box>
        <Stages aria-label="Stages">
          <StageLink to="/" end>
            Today<kbd>{TODAY_KEY}</kbd>
          </StageLink>
          {openId &&
            stages.map((stage) => (
              <StageLink key={stage.path} to={stageOf(openId, stage.path, student)}>
                {stage.name}
                <kbd>{stage.key}</kbd>
              </StageLink>
            ))}
          <StageLink to="/days" end>
            Days<kbd>{DAYS_KEY}</kbd>
          </StageLink>
          <StageLink to="/library">
            Shelf<kbd>{LIBRARY_KEY}</kbd>
          </StageLink>
        </Stages>
        <Box sx={{ flex: 1 }} />
        <UndoNotice
          otherwise={
            open && (
              <Link
                component={NavLink}
                to={dayPath(open.id)}
                variant="body2"
                color="text.secondary"
                sx={{ display: { xs: 'none', sm: 'block' }, whiteSpace: 'nowrap' }}
              >
                {longDay(open.date)}
              </Link>
            )
          }
        />
        <PinGate />
        <OutboxNotice />
        <ServerAway />
        <ThemeButton />
      </Bar>
      <Box
        component="main"
        id="main"
        tabIndex={-1}
        sx={{ flex: 1, display: 'flex', flexDirection: 'column', minWidth: 0, outline: 'none' }}
      >
        {/* a change of units draws the whole page again */}
        <StintLogsProvider key={units}>{(areUnitsKnown() || school.isFetched) && <Outlet />}</StintLogsProvider>
      </Box>
    </Frame>
  )
}
