import { CssBaseline, ThemeProvider } from '@mui/material'
import { createContext, useContext, useMemo, useState, type ReactNode } from 'react'
import { makeTheme } from './makeTheme'
import { themeNames, type ThemeName } from './tokens'

const STORED_AS = 'ochote.theme'

interface Choice {
  name: ThemeName
  choose: (name: ThemeName) => void
}
const ChoiceContext = createContext<Choice>({ name: 'light', choose: () => undefined })

/** Which of the themes is on, and how to choose another. */
export const useThemeChoice = (): Choice => useContext(ChoiceContext)

function storedChoice(): ThemeName {
  const stored = localStorage.getItem(STORED_AS)
  return themeNames.find((name) => name === stored) ?? 'light'
}

/** Themes the page, and remembers the choice on this device. */
export function ThemeChoice({ children }: { children: ReactNode }) {
  const [name, setName] = useState<ThemeName>(storedChoice)
  const theme = useMemo(() => makeTheme(name), [name])
  const choice = useMemo(
    () => ({
      name,
      choose: (next: ThemeName) => {
        localStorage.setItem(STORED_AS, next)
        setName(next)
      },
    }),
    [name],
  )
  return (
    <ChoiceContext.Provider value={choice}>
      <ThemeProvider theme={theme}>
        <CssBaseline />
        {children}
      </ThemeProvider>
    </ChoiceContext.Provider>
  )
}
