import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    outDir: 'target/classes/static',
    emptyOutDir: true,
    // Fonts stay files: an inlined font would be refused by the content security policy.
    assetsInlineLimit: 0,
    // The text editor alone is larger than the usual limit; it is fetched when a text is opened.
    chunkSizeWarningLimit: 600,
    rolldownOptions: {
      output: {
        codeSplitting: {
          // What changes only with a library stays in the caches of those who have been here.
          groups: [
            { name: 'react', test: /node_modules\/(react|react-dom|scheduler)\// },
            { name: 'library', test: /node_modules\/(react-router|@tanstack\/(react-query|query-core))\// },
          ],
        },
      },
    },
    manifest: true,
  },
  server: { proxy: { '/api': `http://localhost:${process.env['HARBOR_APP_PORT'] ?? '7070'}` } },
});
