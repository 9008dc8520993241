import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config({ ignores: ['vendor', 'node_modules', 'public', 'var*'] }, ...tseslint.configs.strict, {
  files: ['web/src/**/*.{ts,tsx}'],
  plugins: { 'react-hooks': reactHooks },
  languageOptions: { parserOptions: { projectService: true } },
  rules: {
    ...reactHooks.configs.recommended.rules,
    // An object where a text or a number is meant, and an answer that nobody waits for.
    '@typescript-eslint/no-base-to-string': 'error',
    '@typescript-eslint/no-floating-promises': 'error',
    '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
    'no-restricted-syntax': [
      'error',
      {
        selector: "CallExpression[callee.object.name='api'] > TSTypeParameterInstantiation TSTypeLiteral",
        message: 'What the server answers is described in PHP: take the type from api/answers.ts.',
      },
    ],
  },
});
