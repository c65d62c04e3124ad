import type { Vehicle } from '@ochote/contracts'

/** The numbers of a vehicle, each with what it means and where it comes from. */
export type NumberKey = {
  [K in keyof Vehicle]: Vehicle[K] extends number ? K : never
}[keyof Vehicle]

interface VehicleField {
  readonly key: NumberKey
  readonly label: string
  readonly help: string
}

interface VehicleFieldGroup {
  readonly title: string
  readonly fields: readonly VehicleField[]
}

export const fieldGroups: readonly VehicleFieldGroup[] = [
  {
    title: 'Body',
    fields: [
      { key: 'massKg', label: 'Mass as driven, kg', help: 'Vehicle, driver, instructor and half a tank of fuel.' },
      { key: 'widthM', label: 'Width, m', help: 'Over the tyres or mirrors, whichever touches first.' },
      { key: 'wheelbaseM', label: 'Wheelbase, m', help: 'Between the axles.' },
      {
        key: 'cgHeightM',
        label: 'Height of the centre of gravity, m',
        help: 'About 0.5 for cars, 0.25 for karts, 0.6 for motorcycles with rider.',
      },
    ],
  },
  {
    title: 'Tyres and brakes',
    fields: [
      {
        key: 'muLat',
        label: 'Grip, cornering',
        help: 'The most lateral acceleration on a dry, level road, in g: about 0.9 to 1.1 on road tyres.',
      },
      { key: 'muBrake', label: 'Grip, braking', help: 'The most braking that the tyres allow, in g.' },
      { key: 'muDrive', label: 'Grip, driving', help: 'The most drive that the driven tyres allow, as a share of the load on them.' },
      {
        key: 'drivenShare',
        label: 'Share of load on the driven wheels',
        help: '1 for four-wheel drive, about 0.6 for front drive, 0.5 for rear.',
      },
      { key: 'brakeMaxG', label: 'Brakes, at most, g', help: 'What the brakes can do, even if the tyres allow more.' },
    ],
  },
  {
    title: 'Air and rolling',
    fields: [
      { key: 'dragAreaM2', label: 'Drag area, m²', help: 'Drag coefficient times frontal area: about 0.65 for a hatchback.' },
      {
        key: 'downforceAreaM2',
        label: 'Downforce area, m²',
        help: 'Lift coefficient times area, downwards positive; 0 for most road cars.',
      },
      { key: 'rollingCoeff', label: 'Rolling resistance', help: 'About 0.012 on asphalt.' },
    ],
  },
  {
    title: 'Engine and gears',
    fields: [
      { key: 'wheelRadiusM', label: 'Rolling radius of the driven wheels, m', help: 'Under load.' },
      {
        key: 'drivelineEfficiency',
        label: 'Efficiency of the driveline',
        help: 'The share of the torque that reaches the wheels: about 0.9.',
      },
      { key: 'finalDrive', label: 'Final drive', help: 'Ratio after the gearbox.' },
      { key: 'shiftRpm', label: 'Shift up at, rpm', help: 'Where students are asked to change up.' },
      { key: 'redlineRpm', label: 'Redline, rpm', help: 'Where the limiter comes in.' },
      { key: 'shiftTimeS', label: 'Time for a shift, s', help: '0.3 to 0.5 by hand; 0 if the drive is never interrupted.' },
    ],
  },
]
