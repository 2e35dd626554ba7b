import js from '@eslint/js';
import globals from 'globals';

// What the house asks of scripts besides what ESLint recommends: one way to the server, and nothing deprecated.
export default [
    {ignores: ['**/*.cjs', 'node_modules/', 'public/', 'var/', 'vendor/']},
    js.configs.recommended,
    {
        files: ['assets/scripts/**/*.js'],
        languageOptions: {
            ecmaVersion: 2024,
            sourceType: 'module',
            globals: {...globals.browser, htmx: 'readonly', bootstrap: 'readonly', Idiomorph: 'readonly'},
        },
        rules: {
            eqeqeq: ['error', 'always', {null: 'ignore'}],
            'no-restricted-globals': [
                'error',
                {name: 'fetch', message: 'Ask the server by http.js: it knows our answers from others’.'},
                {name: 'XMLHttpRequest', message: 'Ask the server by http.js.'},
            ],
            'no-restricted-properties': [
                'error',
                {object: 'document', property: 'execCommand', message: 'Deprecated; use clipboard.js.'},
                {object: 'crypto', property: 'randomUUID', message: 'Missing without HTTPS; use id() of ids.js.'},
                {object: 'window', property: 'fetch', message: 'Ask the server by http.js.'},
            ],
            'no-restricted-syntax': [
                'error',
                {
                    selector:
                        'Program > ExpressionStatement > CallExpression:not([callee.name="part"]), ' +
                        'Program > :matches(ForStatement, ForOfStatement, IfStatement)',
                    message: 'Nothing happens while a script is loaded; begin a part() of parts.js.',
                },
                {
                    selector:
                        'Program > :matches(VariableDeclaration, ExportNamedDeclaration > VariableDeclaration) > ' +
                        'VariableDeclarator > CallExpression:matches([callee.object.name="document"], ' +
                        ':has(> CallExpression[callee.object.name="document"]), ' +
                        ':has(> MemberExpression CallExpression[callee.object.name="document"]))',
                    message: 'The page is read when a part() begins, not while a script is loaded.',
                },
                {
                    selector:
                        'Program > :matches(VariableDeclaration, ExportNamedDeclaration > VariableDeclaration)[kind="let"]',
                    message: 'What changes is kept in one object called state, or within a part().',
                },
            ],
            'no-unused-vars': ['error', {args: 'after-used', caughtErrors: 'none', ignoreRestSiblings: true}],
            'no-var': 'error',
            'prefer-const': ['error', {destructuring: 'all'}],
        },
    },
    {
        files: ['assets/scripts/http.js', 'assets/scripts/ids.js'],
        rules: {'no-restricted-globals': 'off', 'no-restricted-properties': 'off'},
    },
    {
        // It runs before the first paint, and is no module.
        files: ['assets/scripts/css-values.js'],
        rules: {'no-restricted-syntax': 'off'},
    },
    {
        files: ['tests/scripts/**/*.js', 'eslint.config.js'],
        languageOptions: {ecmaVersion: 2024, sourceType: 'module', globals: globals.node},
    },
];
