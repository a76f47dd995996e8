import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import { build } from 'esbuild'
import { join } from 'node:path'
import { routesModule } from './server/build/routesModule'

/** Threads load their files by path, so these are bundled by themselves beside the built server. */
async function bundleWorkers(serverDir: string): Promise<void> {
  const bundle = (name: string, packages: 'bundle' | 'external') =>
    build({
      entryPoints: [fileURLToPath(new URL(`server/workers/${name}.ts`, import.meta.url))],
      outfile: join(serverDir, `workers/${name}.mjs`),
      bundle: true,
      packages,
      platform: 'node',
      format: 'esm',
      target: 'node20',
    })
  // What workshops are filled with needs packages that lie beside the server already.
  await Promise.all([
    bundle('computeJob', 'bundle'),
    bundle('yardJob', 'external'),
    bundle('loadJob', 'external'),
  ])
}

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  modules: ['@pinia/nuxt', 'nuxt-security', '@vite-pwa/nuxt'],
  // Every place lies behind the sign-in and the bench must outlive the network: the browser
  // renders, see docs/architecture.md.
  ssr: false,
  devtools: { enabled: false },
  telemetry: false,
  // A build works beside whoever reads the generated types.
  buildDir: process.env.VELVET_BUILD_DIR ?? '.nuxt',
  components: [{ path: '~/components', pathPrefix: false }],
  // What VELVET_NOW says; given as NUXT_PUBLIC_NOW by whoever starts the server.
  runtimeConfig: { public: { now: '' } },
  css: ['~/assets/main.css'],
  app: {
    head: {
      title: 'Velvet Batch',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'theme-color', content: '#1d1a22' },
      ],
      link: [
        { rel: 'icon', href: '/icon.svg', type: 'image/svg+xml' },
        { rel: 'apple-touch-icon', href: '/icon-192.png' },
        { rel: 'manifest', href: '/manifest.webmanifest' },
      ],
    },
  },
  vite: { plugins: [tailwindcss()] },
  pwa: {
    strategies: 'injectManifest',
    srcDir: 'service-worker',
    filename: 'sw.ts',
    // A new version waits until no page of the old one is open: nothing typed is lost.
    registerType: 'prompt',
    manifest: {
      name: 'Velvet Batch',
      short_name: 'Velvet Batch',
      description: 'Batches, cures and the bench of a resin studio',
      start_url: '/',
      display: 'standalone',
      background_color: '#1d1a22',
      theme_color: '#1d1a22',
      icons: [
        { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
        { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
        { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
      ],
    },
    injectManifest: {
      globPatterns: ['_nuxt/**/*.{js,css,woff2}', 'icon*'],
      maximumFileSizeToCacheInBytes: 6_000_000,
    },
  },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  nitro: {
    // Compressed once, while building; a browser is sent what it can read.
    compressPublicAssets: { gzip: true, brotli: true },
    serverAssets: [],
    virtual: {
      '#routes': () => routesModule(fileURLToPath(new URL('server/api', import.meta.url))),
    },
    externals: { inline: [] },
    // The pages are isolated; a worker's script has to say so too, or the browser refuses to start
    // it.
    routeRules: { '/_nuxt/**': { headers: { 'cross-origin-embedder-policy': 'credentialless' } } },
    typescript: { tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  },
  hooks: {
    'nitro:init': (nitro) => {
      nitro.hooks.hook('compiled', () => bundleWorkers(nitro.options.output.serverDir))
    },
  },
  security: {
    rateLimiter: false,
    xssValidator: false,
    // Nothing is for other sites to read.
    corsHandler: false,
    requestSizeLimiter: {
      maxRequestSizeInBytes: 64_000_000,
      maxUploadFileRequestInBytes: 64_000_000,
    },
    headers: {
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        'default-src': ["'self'"],
        'base-uri': ["'none'"],
        'connect-src': ["'self'"],
        'font-src': ["'self'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'object-src': ["'none'"],
        'script-src': ["'self'", "'nonce-{{nonce}}'", "'strict-dynamic'"],
        'script-src-attr': ["'none'"],
        'style-src': ["'self'", "'unsafe-inline'"],
        'worker-src': ["'self'"],
        'upgrade-insecure-requests': false,
      },
    },
  },
})
