import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { usualTerms, type SchoolTerms } from '@ochote/contracts'
import { schoolQuery } from '../api/queries'

/** What the school says for all its plans: braking beyond the edge, and its units; the usual ones until its settings are here. */
export function useSchoolTerms(): SchoolTerms {
  const { ground, units } = useQuery(schoolQuery).data ?? usualTerms
  return useMemo(() => ({ ground, units }), [ground, units])
}
