import { h, type FunctionalComponent } from 'vue'

/** The one button that is no main act: a ruled word, a plain line, or with a look of its own (`own`). */
export const ActionButton: FunctionalComponent<{ look?: 'text' | 'plain' | 'own' }> = (
  { look = 'text' },
  { slots },
) => h('button', { type: 'button', class: look === 'own' ? undefined : `${look}-button` }, slots.default?.())
ActionButton.props = ['look']
