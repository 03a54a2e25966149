import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
    plugins: [react(), tailwindcss()],
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
