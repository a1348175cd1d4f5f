import { definePreset } from '@primeuix/themes'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import checkbox from '@primeuix/themes/aura/checkbox'
import dialog from '@primeuix/themes/aura/dialog'
import drawer from '@primeuix/themes/aura/drawer'
import inputtext from '@primeuix/themes/aura/inputtext'
import menu from '@primeuix/themes/aura/menu'
import progressbar from '@primeuix/themes/aura/progressbar'
import ripple from '@primeuix/themes/aura/ripple'
import select from '@primeuix/themes/aura/select'
import selectbutton from '@primeuix/themes/aura/selectbutton'
import slider from '@primeuix/themes/aura/slider'
import textarea from '@primeuix/themes/aura/textarea'
import toast from '@primeuix/themes/aura/toast'
import togglebutton from '@primeuix/themes/aura/togglebutton'
import virtualscroller from '@primeuix/themes/aura/virtualscroller'

// Only what this application shows: the whole set of parts weighs more than all of its pages together.
const Base = {
  ...base,
  components: {
    checkbox,
    dialog,
    drawer,
    inputtext,
    menu,
    progressbar,
    ripple,
    select,
    selectbutton,
    slider,
    textarea,
    toast,
    togglebutton,
    virtualscroller,
    button,
  },
}

// Every colour comes from base.css, where light and dark have the same roles.
const scheme = {
  primary: {
    color: 'var(--ink)',
    contrastColor: 'var(--sheet)',
    hoverColor: 'var(--ink-soft)',
    activeColor: 'var(--ink-soft)',
  },
  highlight: {
    background: 'var(--pressed)',
    focusBackground: 'var(--pressed)',
    color: 'var(--ink)',
    focusColor: 'var(--ink)',
  },
  mask: { background: 'var(--mask)', color: 'var(--ink)' },
  formField: {
    background: 'transparent',
    disabledBackground: 'transparent',
    filledBackground: 'transparent',
    filledHoverBackground: 'transparent',
    filledFocusBackground: 'transparent',
    borderColor: 'var(--ink-soft)',
    hoverBorderColor: 'var(--ink)',
    focusBorderColor: 'var(--ink)',
    invalidBorderColor: 'var(--note)',
    color: 'var(--ink)',
    disabledColor: 'var(--ink-quiet)',
    placeholderColor: 'var(--ink-quiet)',
    invalidPlaceholderColor: 'var(--ink-quiet)',
    iconColor: 'var(--ink-soft)',
    shadow: 'none',
  },
  text: {
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
    mutedColor: 'var(--ink-quiet)',
    hoverMutedColor: 'var(--ink-quiet)',
  },
  content: {
    background: 'var(--sheet)',
    hoverBackground: 'var(--pressed)',
    borderColor: 'var(--rule)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
  },
  overlay: {
    select: { background: 'var(--sheet)', borderColor: 'var(--ink)', color: 'var(--ink)' },
    popover: { background: 'var(--sheet)', borderColor: 'var(--ink)', color: 'var(--ink)' },
    modal: { background: 'var(--sheet)', borderColor: 'var(--ink)', color: 'var(--ink)' },
  },
  list: {
    option: {
      focusBackground: 'var(--pressed)',
      selectedBackground: 'var(--pressed)',
      selectedFocusBackground: 'var(--pressed)',
      color: 'var(--ink)',
      focusColor: 'var(--ink)',
      selectedColor: 'var(--ink)',
      selectedFocusColor: 'var(--ink)',
    },
  },
}

const ownButton = {
  outlined: {
    primary: {
      borderColor: 'var(--ink)',
      color: 'var(--ink)',
      hoverBackground: 'var(--pressed)',
      activeBackground: 'var(--pressed)',
    },
  },
}

export const WorkshopPreset = definePreset(Base, {
  primitive: {
    borderRadius: { none: '0', xs: '1px', sm: '1px', md: '2px', lg: '2px', xl: '2px' },
  },
  semantic: {
    transitionDuration: '0.12s',
    focusRing: { width: '2px', style: 'solid', color: 'var(--note)', offset: '2px', shadow: 'none' },
    formField: { paddingX: '0.6rem', paddingY: '0.5rem', borderRadius: '1px' },
    overlay: {
      select: { shadow: 'none' },
      popover: { shadow: 'none' },
      modal: { shadow: 'none', borderRadius: '2px' },
      navigation: { shadow: 'none' },
    },
    colorScheme: { light: scheme, dark: scheme },
  },
  components: { button: { colorScheme: { light: ownButton, dark: ownButton } } },
})
