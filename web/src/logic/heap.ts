import { halfWidthAt, type Profile } from './outline'

/** Numbers that look scattered and are always the same. */
function scatter(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 1664525 + 1013904223) % 4294967296
    return state / 4294967296
  }
}

/** Polygons (x, z in metres) of loose pieces lying in a profile up to the top of the heap. Drawn, not computed. */
export function heapPieces(profile: Profile, brim: number, top: number, across = 9): [number, number][][] {
  const widest = Math.max(...profile.map(([w]) => w), 1e-6)
  const step = Math.max((2 * widest) / across, top / 40)
  if (!(top > step * 0.4) || !Number.isFinite(step)) return []
  const random = scatter(7)
  const pieces: [number, number][][] = []
  const rim = halfWidthAt(profile, brim)
  for (let z = step * 0.55; z < top - step * 0.2 && pieces.length < 260; z += step * 0.9) {
    const over = top > brim ? (z - brim) / (top - brim) : 0
    const half = z <= brim ? halfWidthAt(profile, z) : rim * (1 - over)
    const count = Math.max(1, Math.floor((2 * half - step * 0.3) / step))
    if (half < step * 0.5) continue
    for (let i = 0; i < count; i++) {
      const x = (i - (count - 1) / 2) * step + (random() - 0.5) * step * 0.22
      const cz = z + (random() - 0.5) * step * 0.22
      const sides = 5 + Math.floor(random() * 2)
      const turn = random() * Math.PI
      const radius = step * (0.38 + random() * 0.07)
      pieces.push(
        Array.from({ length: sides }, (_, k) => {
          const angle = turn + (k / sides) * 2 * Math.PI
          const r = radius * (0.88 + random() * 0.2)
          return [x + r * Math.cos(angle), cz + r * Math.sin(angle)] as [number, number]
        }),
      )
    }
  }
  return pieces
}
