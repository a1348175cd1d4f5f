/** Reading a drawn scale, as one reads it on paper: between its marks, to a tenth of them. */
interface Mark {
  at: number
  text: string
}

/** The marks that can be written without one covering the next; `place` says where each is drawn. */
export function spaced<M extends Mark>(
  marks: readonly M[],
  place: (at: number) => number,
  apart: number,
): M[] {
  const kept: M[] = []
  for (const mark of marks) {
    const before = kept[kept.length - 1]
    if (!before || Math.abs(place(mark.at) - place(before.at)) >= apart) kept.push(mark)
  }
  return kept
}

/** What stands at a place of an axis, in the unit of its marks; nothing where there are too few to read by. */
export function readOff(marks: readonly Mark[], at: number): string {
  const [first, last] = [marks[0], marks[marks.length - 1]]
  if (!first || !last || first.at === last.at) return ''
  const number = (text: string) => Number(text.replace('−', '-'))
  const share = (at - first.at) / (last.at - first.at)
  const decimals = Math.max(0, ...marks.map((mark) => mark.text.split('.')[1]?.length ?? 0))
  const value = number(first.text) + share * (number(last.text) - number(first.text))
  const step = Math.abs(number(marks[1]!.text) - number(first.text))
  const text = value.toFixed(step >= 50 ? 0 : decimals + 1)
  return (Number(text) === 0 ? '0' : text).replace('-', '−')
}

/** How high a line is at a place across; undefined beyond its ends. */
export function heightAt(points: readonly (readonly number[])[], x: number): number | undefined {
  for (let i = 1; i < points.length; i += 1) {
    const [[x0, y0], [x1, y1]] = [points[i - 1]!, points[i]!] as [number[], number[]]
    if ((x0! <= x && x <= x1!) || (x1! <= x && x <= x0!))
      return x1 === x0 ? y1 : y0! + ((x - x0!) / (x1! - x0!)) * (y1! - y0!)
  }
  return undefined
}
