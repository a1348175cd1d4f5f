export type FaultShapes = {
  glass?: string
  mould?: string
  wanted?: string
  mark?: string
  dots?: [number, number, number][]
}

// a sheet seen from the side, a block, a disc from above, a bowl form: what most faults are drawn on
const SHEET = 'M8 16h48v7H8z'
const BLOCK = 'M14 8h36v22H14z'
const DISC = 'M32 4c16 0 24 6 24 14s-8 14-24 14S8 26 8 18 16 4 32 4z'
const BOWL = 'M2 12h8c4 12 12 18 22 18s18-6 22-18h8v22H2z'
const ROOM = 'M6 4v30h52V4h-6l-6 24H18L12 4z'

const SHAPES: Record<string, FaultShapes> = {
  'not-down': {
    mould: BOWL,
    glass: 'M6 9c14 0 16 9 26 9s12-9 26-9v4c-12 0-14 9-26 9S18 13 6 13z',
    mark: 'M32 23v5m-3-3l3 3 3-3',
  },
  'too-far': {
    mould: BOWL,
    glass: 'M12 15c4 9 11 14 20 14s16-5 20-14l-3-2c-4 8-9 11-17 11s-13-3-17-11z',
    mark: 'M10 5v7m44-7v7',
  },
  slid: {
    mould: BOWL,
    glass: 'M10 6c6 16 14 22 26 21 8-1 12-6 16-10l2 3c-5 6-10 10-18 11C22 32 12 24 7 8z',
    mark: 'M48 6l6 6',
  },
  'rim-uneven': {
    glass: DISC,
    mark: 'M8 18c2-6 6-4 9-9s9-2 15-5 10 4 15 4 6 6 9 10-4 8-9 9-9 5-15 4-10-2-15-4-8-5-9-9z',
  },
  'tips-unfilled': { mould: ROOM, glass: 'M20 10h24l-3 14q-9 5-18 0z', mark: 'M19 27l4-3m22 3l-4-3' },
  'too-thick': { glass: 'M8 10h48v16H8z', wanted: 'M8 18h48', mark: 'M32 17V6m-3 3l3-3 3 3' },
  'too-thin': { glass: 'M8 20h48v3H8z', wanted: 'M8 12h48v11H8z', mark: 'M32 8v9m-3-3l3 3 3-3' },
  grown: {
    glass: 'M4 18h56q4 3 0 6H4q-4-3 0-6z',
    wanted: 'M16 14h32v10H16z',
    mark: 'M14 12H6m3-3l-3 3 3 3m41-3h8m-3-3l3 3-3 3',
  },
  'dog-bone': { glass: 'M10 6h44q-8 6-8 12t8 12H10q8-6 8-12T10 6z', wanted: 'M10 6h44v24H10z' },
  cloudy: { glass: BLOCK, mark: 'M15 10q4 4 0 8t0 10m34-18q-4 4 0 8t0 10' },
  specks: {
    glass: DISC,
    dots: [
      [20, 14, 1.5],
      [28, 22, 1.5],
      [38, 12, 1.5],
      [44, 20, 1.5],
      [32, 28, 1.5],
    ],
  },
  stuck: { mould: 'M4 22h56v10H4z', glass: 'M10 12h44v10H10z', mark: 'M12 22l4 4m6-4l4 4m6-4l4 4m6-4l4 4' },
  scorched: { glass: SHEET, mark: 'M18 12q4-4 0-8m10 8q4-4 0-8m10 8q4-4 0-8' },
  'bubbles-inside': {
    glass: BLOCK,
    dots: [
      [22, 14, 2],
      [30, 22, 3],
      [40, 13, 2],
      [43, 24, 2],
      [24, 26, 1.5],
    ],
  },
  'bubbles-top': {
    glass: 'M8 16h12q4-8 8 0h10q5-10 10 0h8v8H8z',
    dots: [
      [24, 14, 2],
      [43, 13, 3],
    ],
  },
  needles: { glass: 'M12 16h40v8H12z', mark: 'M12 18L3 15m9 5l-10 2m50-4l9-4m-9 6l10 3' },
  ripple: { glass: 'M6 16q5-5 10 0t10 0 10 0 10 0 12 0v8H6z' },
  'mould-texture': {
    mould: 'M4 26l4-3 4 3 4-3 4 3 4-3 4 3 4-3 4 3 4-3 4 3 4-3 4 3 4-3 4 3v8H4z',
    glass: 'M8 14h48v9l-4 3-4-3-4 3-4-3-4 3-4-3-4 3-4-3-4 3-4-3-4 3-4-3z',
  },
  haze: { glass: DISC, mark: 'M16 12h10m4 0h14m-26 6h18m4 0h8m-26 6h10m4 0h8' },
  'colour-moved': { glass: DISC, wanted: 'M20 14h8v8h-8z', mark: 'M32 18q6-6 12 0t-2 8' },
  'parts-off': { glass: SHEET, wanted: 'M26 8h12v8H26z', mark: 'M40 6l8-3m-6 7l10 0' },
  'hole-torn': { glass: DISC, mark: 'M28 14q4-5 8 0l6-4-4 8 4 6-8-2-8 4 2-7z' },
  folds: { glass: 'M6 12h20q6 10 12 0h20v6H38q-6 10-12 0H6z', mark: 'M32 8v14' },
  wobbles: {
    glass: 'M10 10h44q-4 18-22 18T10 10z',
    mould: 'M2 30h60v4H2z',
    mark: 'M8 24q-4-3-3-8m51 8q4-3 3-8',
  },
  'crack-rounded': { glass: SHEET, mark: 'M30 16q3 3 0 7m5-7q-2 3 1 7' },
  'crack-straight': { glass: DISC, mark: 'M14 8l38 22' },
  'crack-curved': { glass: DISC, mark: 'M10 20q10-12 18-2t14 2 12-8' },
  'crack-insert': { glass: DISC, wanted: 'M26 13h12v10H26z', mark: 'M40 12q5 6 0 12t-16 0-2-12 18 0l6-6' },
  'crack-join': { glass: 'M8 8h24v22H8z', wanted: 'M32 8h24v22H32z', mark: 'M32 6v26' },
  'broke-later': { glass: 'M10 6h20l-4 8 5 6-4 10H10z', mark: 'M36 30l3-10-5-6 4-8h16v24z' },
  puddle: { mould: 'M2 28h60v6H2z', glass: 'M8 28q0-6 10-6 4-8 14-6t14 4q12 0 12 8z' },
  parted: { glass: 'M26 2h12v8q-6 6-12 0zM26 34h12v-8q-6-6-12 0z', mark: 'M32 15v6' },
}

/** The drawing of a fault; a plain sheet for one that has none of its own. */
export const faultShapes = (fault: string): FaultShapes => SHAPES[fault] ?? { glass: SHEET }
