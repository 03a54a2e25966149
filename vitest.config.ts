import { defineConfig } from 'vitest/config';

export default defineConfig({
    test: { include: ['tests/Interface/**/*.test.{ts,tsx}'], environment: 'jsdom' },
});
