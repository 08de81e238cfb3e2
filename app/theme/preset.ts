import { definePreset } from '@primeuix/themes'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import dialog from '@primeuix/themes/aura/dialog'

const heather = {
  50: '#f0e6f2',
  100: '#e6d6ea',
  200: '#d2b7d9',
  300: '#b78fc2',
  400: '#9567a3',
  500: '#6b3f78',
  600: '#61396d',
  700: '#55305f',
  800: '#452750',
  900: '#371f40',
  950: '#241429',
}
const stone = {
  0: '#ffffff',
  50: '#f7f5ef',
  100: '#efece3',
  200: '#e9e5d8',
  300: '#d9d5c7',
  400: '#b9b4a2',
  500: '#7d8a84',
  600: '#55645e',
  700: '#3c4a45',
  800: '#2b3a35',
  900: '#20302b',
  950: '#15211d',
}

/**
 * PrimeVue's components in Upwold's tokens (app/assets/main.css): hairlines, 6 px corners, one float shadow. Only the
 * parts in use are brought in; a further component needs its part here and its name in nuxt.config.ts.
 */
const preset = definePreset(
  { ...base, components: { button, dialog } },
  {
    primitive: { borderRadius: { none: '0', xs: '3px', sm: '4px', md: '6px', lg: '6px', xl: '6px' } },
    semantic: {
      primary: heather,
      transitionDuration: '0.12s',
      focusRing: { width: '2px', style: 'solid', color: '#6b3f78', offset: '2px' },
      formField: { paddingX: '0.75rem', paddingY: '0.5rem', borderRadius: '6px', shadow: 'none' },
      overlay: {
        modal: { borderRadius: '6px', shadow: '0 8px 28px rgb(32 48 43 / .16)' },
        popover: { borderRadius: '6px', shadow: '0 8px 28px rgb(32 48 43 / .16)' },
        select: { borderRadius: '6px', shadow: '0 8px 28px rgb(32 48 43 / .16)' },
      },
      colorScheme: {
        light: {
          surface: stone,
          primary: { color: '#6b3f78', contrastColor: '#ffffff', hoverColor: '#55305f', activeColor: '#55305f' },
          text: { color: '#20302b', hoverColor: '#20302b', mutedColor: '#55645e', hoverMutedColor: '#20302b' },
          formField: {
            background: '#ffffff',
            borderColor: '#b9b4a2',
            hoverBorderColor: '#7d8a84',
            focusBorderColor: '#6b3f78',
            invalidBorderColor: '#a4471f',
            placeholderColor: '#55645e',
            color: '#20302b',
          },
          highlight: { background: '#f0e6f2', focusBackground: '#f0e6f2', color: '#55305f', focusColor: '#55305f' },
          content: { borderColor: '#d9d5c7' },
        },
      },
    },
    components: {
      button: {
        root: { paddingX: '0.875rem', paddingY: '0.5rem', label: { fontWeight: '600' } },
        colorScheme: { light: { outlined: { primary: { borderColor: '#b9b4a2', color: '#55305f' } } } },
      },
      dialog: { root: { borderColor: '#d9d5c7' }, title: { fontSize: '18px', fontWeight: '600' } },
    },
  },
)

const theme = {
  preset,
  options: { darkModeSelector: 'none', cssLayer: { name: 'primevue', order: 'reset, primevue, upwold' } },
}

/**
 * The styles of the parts are made once, when the server starts, and stand in every page. Where a page is drawn on the
 * server, its parts don't make them again.
 */
export default import.meta.env?.SSR ? 'none' : theme
