import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** The width in CSS pixels of an element, followed as it changes. */
export function useWidth(element: Ref<HTMLElement | null>, start: number): Ref<number> {
  const width = ref(start)
  let observer: ResizeObserver | undefined
  onMounted(() => {
    if (!element.value) return
    width.value = element.value.clientWidth || start
    observer = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) width.value = entry.contentRect.width
    })
    observer.observe(element.value)
  })
  onBeforeUnmount(() => observer?.disconnect())
  return width
}
