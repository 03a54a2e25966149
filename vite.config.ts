import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { defineConfig, type Plugin } from 'vite';

/** Beside each script and style lies the same compressed, which the web server hands out to whoever takes it. */
function compressed(): Plugin {
    return {
        name: 'compressed',
        apply: 'build',
        writeBundle(options, bundle) {
            for (const file of Object.keys(bundle).filter((name) => /\.(js|css)$/.test(name))) {
                const path = join(options.dir!, file);
                writeFileSync(`${path}.gz`, gzipSync(readFileSync(path), { level: 9 }));
            }
        },
    };
}

export default defineConfig({
    plugins: [react(), tailwindcss(), compressed()],
    base: '/build/',
    publicDir: false,
    build: {
        outDir: 'public/build',
        manifest: 'manifest.json',
        // Nothing is written into the styles that the content security policy would have to allow.
        assetsInlineLimit: 0,
        rollupOptions: { input: 'resources/js/main.tsx' },
    },
});
