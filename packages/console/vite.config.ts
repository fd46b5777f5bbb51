import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

/** Leaves compressed forms beside the built files, for the service to send as they are. */
const compressed: Plugin = {
  name: 'compressed',
  writeBundle({ dir = '' }) {
    const folder = join(dir, 'assets');
    for (const name of readdirSync(folder).filter((file) => /\.(js|css|svg)$/.test(file))) {
      const bytes = readFileSync(join(folder, name));
      writeFileSync(join(folder, `${name}.gz`), gzipSync(bytes, { level: 9 }));
      writeFileSync(join(folder, `${name}.br`), brotliCompressSync(bytes));
    }
  },
};

/** Takes out of the contract what only the API’s document says of each call: the page would load it first of all, and never look. */
const withoutSummaries: Plugin = {
  name: 'without-summaries',
  enforce: 'pre',
  transform(code, id) {
    if (!/\/contract\/(src|dist)\//.test(id)) return null;
    return { code: code.replace(/^\s*summary:\s*(?:'[^']*'|"[^"]*"|`[^`]*`),$/gm, ''), map: null };
  },
};

export default defineConfig({
  plugins: [withoutSummaries, react(), compressed],
  // The service puts a fresh nonce in its place with each response.
  html: { cspNonce: '__YELLOW_SIEVE_NONCE__' },
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
  },
});
