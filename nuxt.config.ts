import { fileURLToPath } from 'node:url'
import tailwind from '@tailwindcss/vite'
import { browserPages, onlyInBrowsers } from './scripts/browser-pages.mjs'
import { buildWorker } from './scripts/build-worker.mjs'
import { layFonts, layMaps, layReader } from './scripts/assets.mjs'

/** The addresses of the pages, as the router has them: what the server takes for a page. */
let pages: string[] = []

const root = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineNuxtConfig({
  compatibilityDate: '2026-06-01',
  modules: [
    '@pinia/nuxt',
    '@primevue/nuxt-module',
    // What the module has registered would be sent with every page; none of it is asked for there.
    (_, nuxt) => {
      nuxt.hook('modules:done', () => {
        nuxt.options.runtimeConfig.public.primevue = {}
      })
    },
  ],
  css: ['~/assets/main.css', '~/assets/utilities.css'],
  features: { inlineStyles: (id?: string) => !onlyInBrowsers(id) },
  devtools: { enabled: false },
  telemetry: false,
  // Nothing that runs reads them, and they cost half of the build.
  sourcemap: false,
  typescript: {
    strict: true,
    tsConfig: {
      compilerOptions: { noUncheckedIndexedAccess: true, exactOptionalPropertyTypes: false },
      include: ['../core/**/*.d.ts'],
      exclude: ['../.output', '../.data'],
    },
    sharedTsConfig: { include: ['../core/**/*.d.ts'] },
  },
  // What a link leads to is fetched when somebody is about to follow it, not because it is in sight.
  experimental: { defaults: { nuxtLink: { prefetchOn: { interaction: true, visibility: false } } } },
  // Imported, not configured: what stands in the configuration is copied on every request and sent with every page.
  primevue: {
    importTheme: { as: 'upwoldTheme', from: root('./app/theme/preset.ts') },
    components: {
      include: [
        'AutoComplete',
        'Button',
        'Checkbox',
        'ColorPicker',
        'Column',
        'DataTable',
        'DatePicker',
        'Dialog',
        'Drawer',
        'FileUpload',
        'Form',
        'FormField',
        'Inplace',
        'InputNumber',
        'InputText',
        'Menu',
        'Message',
        'MultiSelect',
        'Popover',
        'ProgressBar',
        'RadioButton',
        'Select',
        'SelectButton',
        'Skeleton',
        'Slider',
        'Splitter',
        'SplitterPanel',
        'Tab',
        'TabList',
        'TabPanel',
        'TabPanels',
        'Tabs',
        'Textarea',
        'Toast',
        'ToggleButton',
        'ToggleSwitch',
      ],
    },
    directives: { include: ['Tooltip'] },
  },
  // The business's side is drawn in the browser; what a signer opens is drawn on the server so that it can be read at once.
  routeRules: {
    '/**': { ssr: false },
    '/s/**': { ssr: true },
    '/pad/**': { ssr: true },
    '/o/**': { ssr: true },
    '/own/**': { ssr: true },
    '/sign-in': { ssr: false },
  },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Upwold',
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' }],
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
    },
  },
  // Prettier breaks lines between words and inline tags; the space that stood there has to stay.
  vue: { compilerOptions: { whitespace: 'preserve' } },
  vite: {
    plugins: [tailwind(), browserPages()],
    build: { target: 'es2022' },
    optimizeDeps: { include: [] },
    define: { __VUE_I18N_FULL_INSTALL__: false, __VUE_I18N_LEGACY_API__: false, __INTLIFY_PROD_DEVTOOLS__: false },
  },
  nitro: {
    compressPublicAssets: true,
    publicAssets: [
      { baseURL: 'fonts', dir: layFonts(), maxAge: 2_592_000 },
      { baseURL: 'ocr', dir: layReader(), maxAge: 2_592_000 },
      { baseURL: 'maps', dir: layMaps(), maxAge: 2_592_000 },
    ],
    serverAssets: [
      { baseName: 'migrations', dir: root('./server/platform/db/migrations') },
      { baseName: 'specimens', dir: root('./server/gateways/identity/specimens') },
    ],
    virtual: { '#upwold/pages': () => `export default ${JSON.stringify(pages)}` },
    esbuild: { options: { target: 'node20' } },
    typescript: { tsConfig: { include: ['../core/**/*.d.ts'] } },
  },
  hooks: {
    // Known where they are used, not to every page: a signer's page doesn't carry the names of what it never shows.
    'components:extend': (all) => {
      for (const part of all) if (part.filePath.startsWith('primevue/')) part.global = false
    },
    'pages:resolved': (all) => {
      const walk = (list: typeof all, base: string): string[] =>
        list.flatMap((p) => {
          const path = p.path.startsWith('/') ? p.path : `${base}/${p.path}`.replace(/\/$/, '')
          return p.children?.length ? walk(p.children, path) : [path]
        })
      // The page for what is no page isn't one.
      pages = walk(all, '').filter((path) => !path.includes('(.*)'))
    },
    // Nothing is fetched before it is wanted: a signer's phone has better things to do than to fetch what draws pages.
    'build:manifest': (manifest) => {
      for (const entry of Object.values(manifest)) {
        entry.prefetch = false
        // A worker is fetched when it is started: 300 kB that nobody needs who only reads and signs.
        if (/worker/.test(entry.file)) entry.preload = false
      }
    },
    'nitro:build:public-assets': async (nitro) => {
      await buildWorker(`${nitro.options.output.serverDir}/worker`)
    },
  },
  alias: { '~~': root('.') },
})
