import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import vuetify from 'vite-plugin-vuetify'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  root: here('.'),
  plugins: [vue(), vuetify({ autoImport: true })],
  resolve: { alias: { '@core': here('../core'), '@': here('./src') } },
  // The server swaps this word for a fresh nonce in each page it sends.
  html: { cspNonce: 'CSP_NONCE' },
  build: {
    outDir: here('../dist/client'),
    emptyOutDir: true,
    target: 'es2022',
    cssCodeSplit: false,
    // Few files: each costs a request, and a phone asks for six at a time.
    rolldownOptions: {
      output: {
        strictExecutionOrder: true,
        codeSplitting: {
          groups: [
            { name: 'start', tags: ['$initial'], priority: 1 },
            {
              name: 'shared',
              test: /\/(core|client\/src|node_modules\/(vuetify|@vue|@vueuse))\//,
              minShareCount: 2,
              entriesAware: true,
              entriesAwareMergeThreshold: 10_000
            }
          ]
        }
      }
    }
  },
  worker: {
    format: 'es',
    rolldownOptions: {
      output: {
        // The server lets this one alone compile what it is made of, by its name.
        entryFileNames: ({ facadeModuleId }) =>
          `assets/${facadeModuleId?.includes('libraw-wasm') ? 'raw-decoder' : '[name]'}-[hash].js`
      }
    }
  },
  server: {
    proxy: {
      '/api': { target: `http://127.0.0.1:${process.env.API_PORT ?? 4618}`, changeOrigin: true }
    }
  }
})
