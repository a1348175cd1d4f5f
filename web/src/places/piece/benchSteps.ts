export interface BenchStep {
  does: string
  why?: string
  asks?: 'soaked'
  fields?: { path: string; label: string; hint?: string }[]
}

const SOAK: BenchStep = {
  does: 'Soak the mould. Is it wet through?',
  why: 'A dry mould drinks the water, and what it drinks is counted as room.',
  asks: 'soaked',
}
const LEVEL: BenchStep = {
  does: 'Set the mould level, and mark the casting line inside it.',
  why: 'Measure to the line, not to the brim: the reserve above it stays empty.',
  fields: [{ path: 'cradle.line', label: 'Casting line above the deepest point' }],
}
const RESULT: BenchStep = { does: 'What it holds' }

/** What is done with wet hands, one thing at a time, for each way of measuring with water. */
export const BENCH_STEPS: Record<string, BenchStep[]> = {
  level: [
    SOAK,
    LEVEL,
    {
      does: 'Choose a narrow, straight vessel and measure its bore.',
      why: 'A slip of the eye costs the square of the width: narrow is sure.',
      fields: [{ path: 'cradle.level.bore', label: 'Vessel bore', hint: 'inside' }],
    },
    {
      does: 'Fill the vessel, mark where it stands and how, and mark the level.',
      why: 'Same spot, same way round, both times.',
      fields: [{ path: 'cradle.level.reading', label: 'You can read it to' }],
    },
    {
      does: 'Pour from it until the water stands at the line. Put the vessel back.',
      fields: [{ path: 'cradle.level.fall', label: 'The level fell by' }],
    },
    RESULT,
  ],
  drained: [
    SOAK,
    LEVEL,
    { does: 'Fill the mould with water to the line.' },
    {
      does: 'Put an empty jug on the scale and set it to zero. Drain the mould into it.',
      fields: [
        { path: 'cradle.drained.mass', label: 'Water drained' },
        { path: 'cradle.drained.scale', label: 'The scale is good to' },
      ],
    },
    {
      does: 'How warm is the water?',
      why: 'Warm water is a little lighter.',
      fields: [{ path: 'cradle.drained.temperature', label: 'Its temperature' }],
    },
    RESULT,
  ],
  trial: [
    SOAK,
    LEVEL,
    {
      does: 'Mark the level in the vessel, then pour until the mould is full to the line.',
      why: 'Same spot, same way round, both times.',
    },
    { does: 'Put the vessel back, and add pieces of glass until the water stands at the mark again.' },
    {
      does: 'Drain the glass, dry it, weigh it.',
      fields: [
        { path: 'cradle.trial.mass', label: 'Glass it took' },
        { path: 'cradle.trial.density', label: 'Density of that glass' },
        { path: 'cradle.trial.scale', label: 'The scale is good to' },
      ],
    },
    RESULT,
  ],
}
