import babel from '@babel/eslint-parser';
import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';

export default [
    // Written by the server's own command.
    { ignores: ['resources/js/api/schema.ts'] },
    {
        files: ['resources/js/**/*.{ts,tsx}'],
        languageOptions: {
            parser: babel,
            parserOptions: {
                requireConfigFile: false,
                babelOptions: { presets: [['@babel/preset-react', { runtime: 'automatic' }], '@babel/preset-typescript'] },
            },
        },
        plugins: { 'jsx-a11y': a11y, 'react-hooks': hooks },
        rules: {
            ...a11y.flatConfigs.recommended.rules,
            'react-hooks/rules-of-hooks': 'error',
            'react-hooks/exhaustive-deps': 'warn',
            // What scrolls by itself has to be reached by the keyboard.
            'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: ['ul'], roles: ['region', 'tabpanel'] }],
            'jsx-a11y/label-has-associated-control': ['error', { depth: 6 }],
            // A field that has just been opened by its button takes the focus; nothing takes it by itself.
            'jsx-a11y/no-autofocus': 'off',
            eqeqeq: ['error', 'always', { null: 'ignore' }],
            'max-len': ['error', { code: 140, ignoreUrls: true, ignorePattern: "^import |\\{' '\\}$" }],
            'no-var': 'error',
            'prefer-const': 'error',
        },
    },
];
