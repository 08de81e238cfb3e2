import { definePreset } from '@primeuix/themes'
import autocomplete from '@primeuix/themes/aura/autocomplete'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import checkbox from '@primeuix/themes/aura/checkbox'
import colorpicker from '@primeuix/themes/aura/colorpicker'
import datatable from '@primeuix/themes/aura/datatable'
import datepicker from '@primeuix/themes/aura/datepicker'
import dialog from '@primeuix/themes/aura/dialog'
import drawer from '@primeuix/themes/aura/drawer'
import fileupload from '@primeuix/themes/aura/fileupload'
import inplace from '@primeuix/themes/aura/inplace'
import inputnumber from '@primeuix/themes/aura/inputnumber'
import inputtext from '@primeuix/themes/aura/inputtext'
import menu from '@primeuix/themes/aura/menu'
import message from '@primeuix/themes/aura/message'
import multiselect from '@primeuix/themes/aura/multiselect'
import popover from '@primeuix/themes/aura/popover'
import progressbar from '@primeuix/themes/aura/progressbar'
import radiobutton from '@primeuix/themes/aura/radiobutton'
import select from '@primeuix/themes/aura/select'
import selectbutton from '@primeuix/themes/aura/selectbutton'
import skeleton from '@primeuix/themes/aura/skeleton'
import slider from '@primeuix/themes/aura/slider'
import splitter from '@primeuix/themes/aura/splitter'
import tabs from '@primeuix/themes/aura/tabs'
import textarea from '@primeuix/themes/aura/textarea'
import toast from '@primeuix/themes/aura/toast'
import togglebutton from '@primeuix/themes/aura/togglebutton'
import toggleswitch from '@primeuix/themes/aura/toggleswitch'
import tooltip from '@primeuix/themes/aura/tooltip'
import virtualscroller from '@primeuix/themes/aura/virtualscroller'

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
 * PrimeVue's parts in Upwold's tokens (app/assets/tokens.css): hairlines, 6 px corners, one float shadow. Only the
 * parts in use are brought in; a further component needs its part here and its name in nuxt.config.ts.
 */
const preset = /* @__PURE__ */ definePreset(
  {
    ...base,
    components: {
      autocomplete,
      button,
      checkbox,
      colorpicker,
      datatable,
      datepicker,
      dialog,
      drawer,
      fileupload,
      inplace,
      inputnumber,
      inputtext,
      menu,
      message,
      multiselect,
      popover,
      progressbar,
      radiobutton,
      select,
      selectbutton,
      skeleton,
      slider,
      splitter,
      tabs,
      textarea,
      toast,
      togglebutton,
      toggleswitch,
      tooltip,
      virtualscroller,
    },
  },
  {
    primitive: { borderRadius: { none: '0', xs: '3px', sm: '4px', md: '6px', lg: '6px', xl: '6px' } },
    semantic: {
      primary: heather,
      transitionDuration: '0.12s',
      focusRing: { width: '2px', style: 'solid', color: '#6b3f78', offset: '2px' },
      formField: {
        paddingX: '10px',
        paddingY: '7px',
        borderRadius: '6px',
        shadow: 'none',
        sm: { fontSize: '13px', paddingX: '8px', paddingY: '4px' },
        lg: { fontSize: '18px', paddingX: '12px', paddingY: '10px' },
      },
      list: { padding: '4px', option: { padding: '7px 10px', borderRadius: '4px' } },
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
        root: {
          paddingX: '14px',
          paddingY: '6px',
          gap: '8px',
          iconOnlyWidth: '34px',
          sm: { fontSize: '13px', paddingX: '10px', paddingY: '4px' },
          lg: { fontSize: '16px', paddingX: '20px', paddingY: '10px' },
          label: { fontWeight: '600' },
        },
        colorScheme: {
          light: {
            outlined: {
              primary: {
                borderColor: '{surface.400}',
                color: '{primary.700}',
                hoverBackground: '{primary.50}',
                activeBackground: '{primary.100}',
              },
            },
            text: { primary: { color: '{primary.700}' } },
            link: { color: '{primary.700}', hoverColor: '{primary.700}', activeColor: '{primary.700}' },
          },
        },
      },
      dialog: {
        root: { borderColor: '{surface.300}' },
        header: { padding: '18px 20px 8px' },
        content: { padding: '8px 20px 20px' },
        title: { fontSize: '18px', fontWeight: '600' },
      },
      drawer: { root: { borderColor: '{surface.300}' }, title: { fontSize: '18px', fontWeight: '600' } },
      datatable: {
        headerCell: { padding: '6px 12px 6px 0', background: 'transparent', color: '{surface.600}' },
        row: { background: 'transparent', hoverBackground: '{surface.0}' },
        bodyCell: { padding: '6px 12px 6px 0' },
        footerCell: { padding: '6px 12px 6px 0', background: 'transparent' },
        columnTitle: { fontWeight: '600' },
      },
      togglebutton: {
        root: { padding: '0', borderRadius: '999px', fontWeight: '500' },
        content: { padding: '4px 14px', borderRadius: '999px', checkedShadow: 'none' },
        colorScheme: {
          light: {
            root: {
              background: '{surface.0}',
              hoverBackground: '{surface.50}',
              borderColor: '{surface.400}',
              color: '{surface.900}',
              hoverColor: '{surface.900}',
              checkedBackground: '{surface.900}',
              checkedBorderColor: '{surface.900}',
              checkedColor: '{surface.0}',
            },
            content: { checkedBackground: '{surface.900}' },
          },
        },
      },
      selectbutton: { root: { borderRadius: '999px' } },
      toast: {
        root: { width: 'min(560px, calc(100vw - 24px))', borderRadius: '6px', borderWidth: '0' },
        content: { padding: '8px 14px' },
        text: { gap: '0' },
        summary: { fontWeight: '500', fontSize: '15px' },
        colorScheme: {
          light: {
            root: { blur: '0' },
            success: {
              background: '{surface.900}',
              color: '#ffffff',
              detailColor: '#ffffff',
              shadow: '0 8px 28px rgb(32 48 43 / .16)',
              closeButton: { hoverBackground: '{surface.700}', focusRing: { color: '#ffffff' } },
            },
            error: {
              background: '#7c3215',
              color: '#ffffff',
              detailColor: '#ffffff',
              shadow: '0 8px 28px rgb(32 48 43 / .16)',
              closeButton: { hoverBackground: '#a4471f', focusRing: { color: '#ffffff' } },
            },
          },
        },
      },
      tooltip: { root: { background: '{surface.900}', color: '#ffffff', padding: '5px 9px', borderRadius: '6px' } },
      progressbar: { root: { height: '6px', borderRadius: '3px', background: '{surface.300}' } },
      inplace: { root: { padding: '4px 2px' }, display: { hoverBackground: '{surface.0}' } },
    },
  },
)

const theme = {
  preset,
  options: { darkModeSelector: 'none', cssLayer: { name: 'primevue', order: 'reset, primevue, upwold' } },
}

/**
 * The styles of the parts are made once, when the server starts, and stand in every page: neither what draws pages nor the
 * browser makes them again, so the preset is in no script. (Only those two know `import.meta.env.SSR`.)
 */
export default typeof import.meta.env?.SSR === 'boolean' ? 'none' : theme
