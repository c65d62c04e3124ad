import { Box, useTheme } from '@mui/material'
import { BarChart, LineChart } from 'echarts/charts'
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components'
import { init, use as register, type ComposeOption } from 'echarts/core'
import type { BarSeriesOption, LineSeriesOption } from 'echarts/charts'
import type { GridComponentOption, LegendComponentOption, TooltipComponentOption } from 'echarts/components'
import { CanvasRenderer } from 'echarts/renderers'
import { useEffect, useRef } from 'react'
import { FONT } from '../theme/makeTheme'
import type { Tokens } from '../theme/tokens'

register([BarChart, LineChart, GridComponent, LegendComponent, TooltipComponent, CanvasRenderer])

export type ChartOption = ComposeOption<
  BarSeriesOption | LineSeriesOption | GridComponentOption | LegendComponentOption | TooltipComponentOption
>

interface ChartProps {
  /** what the chart answers; its table twin stands beside it */
  label: string
  height: number
  option: (tokens: Tokens) => ChartOption
}

/** A chart in the theme's colours. */
export default function Chart({ label, height, option }: ChartProps) {
  const { tokens } = useTheme()
  const ref = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const element = ref.current
    if (!element) return
    const chart = init(element)
    chart.setOption({ textStyle: { fontFamily: FONT, color: tokens.ink }, animation: false, ...option(tokens) })
    const observer = new ResizeObserver(() => chart.resize())
    observer.observe(element)
    return () => {
      observer.disconnect()
      chart.dispose()
    }
  }, [option, tokens])
  return <Box ref={ref} role="img" aria-label={label} sx={{ width: '100%', height }} />
}
