/** What is request of a kind of glass. Three fixed points and a density are enough. */
export const KIND_FIELDS = [
  { name: 'density', label: 'Density' },
  { name: 'expansion', label: 'Expansion', hint: '×10⁻⁷/K, empty: unknown' },
  { name: 'strain', label: 'Strain point' },
  { name: 'annealing', label: 'Annealing point' },
  { name: 'softening', label: 'Softening point' },
  { name: 'stiffness', label: 'Stiffness', hint: 'Young’s modulus' },
  { name: 'poisson', label: 'Poisson ratio' },
] as const
