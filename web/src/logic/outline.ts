/** Points (half width, height) of a profile, from the deepest point up. */
export type Profile = [number, number][]

/** The profile cut off at a height, with the width there put in between. */
export function cutAt(profile: Profile, height: number): Profile {
  const kept: Profile = []
  for (const [index, point] of profile.entries()) {
    if (point[1] <= height) {
      kept.push(point)
      continue
    }
    const below = profile[index - 1]
    if (below && point[1] > below[1]) {
      const share = (height - below[1]) / (point[1] - below[1])
      kept.push([below[0] + (point[0] - below[0]) * share, height])
    }
    break
  }
  return kept
}

/** Half the width at a height; the last one above the profile. */
export function halfWidthAt(profile: Profile, height: number): number {
  const cut = cutAt(profile, height)
  return cut.at(-1)?.[0] ?? 0
}
