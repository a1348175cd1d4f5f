/** The walk: one piece from its mould to what came out, a sentence or two at each place. `at` is a station of it. */
export interface WalkStep {
  at: string
  title: string
  says: string
}

export const WALK: readonly WalkStep[] = [
  {
    at: 'cradle',
    title: 'The mould',
    says: 'The drawing is the form. Click the figure at the casting line, type 2 1/2 in, press Enter: the glass settles, and the thread above shows what moved.',
  },
  {
    at: 'glass',
    title: 'How much glass',
    says: 'How much to weigh out, and whether it is on the rack. Press any figure to see its formula, its error and its source.',
  },
  {
    at: 'layup',
    title: 'How it lies',
    says: 'Cold and as it will be. Move the slider under the drawing: the glass goes with the clock of this programme.',
  },
  {
    at: 'heat',
    title: 'The firing',
    says: 'The whole firing on the clock. Choose gentle, usual or quick and see what it costs in days; drag a point of the line, or take it back with Ctrl+Z.',
  },
  {
    at: 'before',
    title: 'Before the lid closes',
    says: 'What must be true first. Some of it ticks itself and says why; something grave is passed only with a reason.',
  },
  {
    at: 'fire',
    title: 'While it fires',
    says: 'Once everything is ticked, begin it here with the practice kiln, and let it run 3600 times as fast.',
  },
  {
    at: 'after',
    title: 'What came out',
    says: 'Measure, say what is wrong with it, and read what likely did it, and the one thing to change next time.',
  },
]
