import type { Vehicle } from '@ochote/contracts'

/** The numbers of a vehicle, each with what it means and where it comes from. */
export type NumberKey = {
  [K in keyof Vehicle]: Vehicle[K] extends number ? K : never
}[keyof Vehicle]

export interface VehicleField {
  readonly key: NumberKey
  readonly label: string
  readonly told: string
}

export interface VehicleFieldGroup {
  readonly title: string
  readonly fields: readonly VehicleField[]
}

export const fieldGroups: readonly VehicleFieldGroup[] = [
  {
    title: 'Body',
    fields: [
      { key: 'massKg', label: 'Mass as driven, kg', told: 'Vehicle, driver, instructor and half a tank.' },
      { key: 'widthM', label: 'Width, m', told: 'Over the tyres or mirrors, whichever touches first.' },
      { key: 'wheelbaseM', label: 'Wheelbase, m', told: 'Between the axles.' },
      {
        key: 'cgHeightM',
        label: 'Height of the centre of gravity, m',
        told: 'About 0.5 for cars, 0.25 for karts, 0.6 for motorcycles with rider.',
      },
    ],
  },
  {
    title: 'Tyres and brakes',
    fields: [
      {
        key: 'muLat',
        label: 'Grip, cornering',
        told: 'Most lateral acceleration in g on a dry level road: about 0.9 to 1.1 on road tyres.',
      },
      { key: 'muBrake', label: 'Grip, braking', told: 'Most slowing the tyres hold, in g.' },
      { key: 'muDrive', label: 'Grip, driving', told: 'Most drive the driven tyres hold, in g of the load on them.' },
      {
        key: 'drivenShare',
        label: 'Share of load on the driven wheels',
        told: '1 for four-wheel drive, about 0.6 for front drive, 0.5 for rear.',
      },
      { key: 'brakeMaxG', label: 'Brakes, most, g', told: 'What the pedal can ask for, whatever the tyres hold.' },
    ],
  },
  {
    title: 'Air and rolling',
    fields: [
      { key: 'dragAreaM2', label: 'Drag area, m²', told: 'Drag coefficient times frontal area: about 0.65 for a hatchback.' },
      {
        key: 'downforceAreaM2',
        label: 'Downforce area, m²',
        told: 'Lift coefficient times area, downwards positive; 0 for most road cars.',
      },
      { key: 'rollingCoeff', label: 'Rolling resistance', told: 'About 0.012 on asphalt.' },
    ],
  },
  {
    title: 'Engine and gears',
    fields: [
      { key: 'wheelRadiusM', label: 'Radius of the driven wheels, m', told: 'As it rolls, under load.' },
      { key: 'drivelineEfficiency', label: 'Efficiency of the driveline', told: 'What of the torque reaches the wheels: about 0.9.' },
      { key: 'finalDrive', label: 'Final drive', told: 'Ratio after the gearbox.' },
      { key: 'shiftRpm', label: 'Shift up at, rpm', told: 'Where students are asked to change up.' },
      { key: 'redlineRpm', label: 'Redline, rpm', told: 'Where the limiter comes in.' },
      { key: 'shiftTimeS', label: 'Time for a shift, s', told: '0.3 to 0.5 by hand; 0 where drive never stops.' },
    ],
  },
]
