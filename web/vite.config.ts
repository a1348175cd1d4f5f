import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  base: '/static/',
  plugins: [vue()],
  build: { outDir: 'dist', sourcemap: false, chunkSizeWarningLimit: 900 },
})
