import { cpSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

/** What PDFs may lean on without carrying it (standard fonts, character maps, decoders), from pdfjs-dist, beside the application. */
function pdfData(): Plugin {
  const from = path.dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json'));
  return {
    name: 'pdf-data',
    apply: 'build',
    closeBundle() {
      for (const folder of ['cmaps', 'standard_fonts', 'wasm'])
        cpSync(path.join(from, folder), path.join(import.meta.dirname, 'dist/pdf-data', folder), { recursive: true });
    },
  };
}

export default defineConfig({
  plugins: [react(), tailwindcss(), pdfData()],
  server: { proxy: { '/api': `http://127.0.0.1:${process.env.PORT ?? 4808}` } },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
});
