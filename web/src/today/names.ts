import type { DayView } from '@ochote/contracts'

export const personName = (day: DayView, id: string) => day.people.find((p) => p.id === id)?.name ?? 'unknown'
export const carName = (day: DayView, id: string) => day.cars.find((car) => car.id === id)?.name ?? 'unknown'
export const planName = (day: DayView, id: string) => day.plans.find((p) => p.id === id)?.name ?? 'unknown'
