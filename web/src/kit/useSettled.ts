import { onBeforeUnmount, ref, watch, type Ref } from 'vue'

/** A number that moves to its new value in a fifth of a second, or at once where motion is not wanted. */
export function useSettled(target: () => number): Ref<number> {
  const shown = ref(target())
  let frame = 0
  watch(target, (to) => {
    cancelAnimationFrame(frame)
    if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) {
      shown.value = to
      return
    }
    const from = shown.value
    const began = performance.now()
    const step = (now: number) => {
      const share = Math.min(1, (now - began) / 200)
      shown.value = from + (to - from) * (1 - (1 - share) ** 3)
      if (share < 1) frame = requestAnimationFrame(step)
    }
    frame = requestAnimationFrame(step)
  })
  onBeforeUnmount(() => cancelAnimationFrame(frame))
  return shown
}
