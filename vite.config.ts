import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const apiPort = Number(process.env.PORT ?? 4180);

export default defineConfig({
  root: 'web',
  plugins: [react()],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 600,
    rolldownOptions: { checks: { pluginTimings: false } },
  },
  server: { port: apiPort + 1, strictPort: true, proxy: { '/api': `http://127.0.0.1:${apiPort}` } },
  // Bootstrap 5 still writes Sass the old way; its warnings are not ours to mend.
  css: {
    preprocessorOptions: {
      scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] },
    },
  },
});
