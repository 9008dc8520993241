import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config({ ignores: ['vendor', 'node_modules', 'public', 'var*'] }, ...tseslint.configs.strict, {
  files: ['web/src/**/*.{ts,tsx}'],
  plugins: { 'react-hooks': reactHooks },
  rules: {
    ...reactHooks.configs.recommended.rules,
    'no-restricted-syntax': [
      'error',
      {
        selector: "CallExpression[callee.object.name='api'] > TSTypeParameterInstantiation TSTypeLiteral",
        message: 'What the server answers is described in PHP: take the type from api/answers.ts.',
      },
    ],
  },
});
