import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** All that folds: a history never changes when code that computes does. */
const FOLDS_COMPUTE_NOTHING = {
  regex: '^#core/(money|calendar|terms|checkout|release)$',
  allowTypeImports: true,
  message: 'What folds computes nothing: it reads what facts say (#core/facts), and copies and counts.',
};

/** A class that names a side, which stays where it is when a page is read from right to left. */
const PHYSICAL_CLASS =
  '/(^|[\\s:])-?(ml|mr|pl|pr|left|right|border-l|border-r|rounded-(l|r|tl|tr|bl|br)|scroll-ml|scroll-mr)-[a-z0-9[]|(^|[\\s:])(text|float|clear)-(left|right)(\\s|$)/';

/** No markup is put in, and no line of history is read without its upcasts. */
const EVERYWHERE = [
  {
    selector: "JSXAttribute[name.name='dangerouslySetInnerHTML']",
    message: 'Formatted text is kept as a document and rendered with React; markup is never put in.',
  },
  {
    selector: "TSAsExpression > TSTypeReference[typeName.name='Batch']",
    message: 'A line of the history is read by parseLine, which brings facts of earlier versions up to date.',
  },
];

/** Text in the studio's components: between tags, in attributes that are read, and whole phrases anywhere. */
const STUDIO_TEXT = [
  'JSXText[value=/[A-Za-z]{2}/]',
  'JSXAttribute[name.name=/^(aria-label|label|title|placeholder|alt|heading|hint|note|empty)$/] > Literal[value=/^(?!https:|[A-Z-]+$|[A-Z]-[0-9]).*[A-Za-z]{2}/]',
  ':matches(JSXElement, JSXFragment) > JSXExpressionContainer > Literal[value=/[A-Za-z]{2}/]',
  ':matches(JSXElement, JSXFragment) > JSXExpressionContainer > :matches(ConditionalExpression, LogicalExpression) > Literal[value=/[A-Za-z]{2}/]',
  ':matches(JSXElement, JSXFragment) > JSXExpressionContainer > TemplateLiteral > TemplateElement[value.raw=/[A-Za-z]{2}/]',
  'JSXAttribute[name.name=/^(aria-label|label|title|placeholder|name)$/] TemplateElement[value.raw=/[A-Za-z]{3}|: [a-z]/]',
  ':not(NewExpression) > Literal[value=/^[A-Z][a-z’]+( [A-Za-z’]+)+[.!?…]?$/]',
].map((selector) => ({
  selector,
  message: 'What the studio says stands in its catalogue: src/studio/words.',
}));

export default tseslint.config(
  {
    ignores: [
      'dist/',
      'node_modules/',
      'keel-data/',
      'demo-data/',
      '.dev/',
      '.toys-*/',
      '.mutants/',
      '.shots/',
      'scripts/*.mjs',
      'tests/support/*.mjs',
      '*.cjs',
      'jest*.config.js',
      'eslint.config.js',
    ],
  },
  ...tseslint.configs.recommendedTypeChecked,
  { languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } } },
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/switch-exhaustiveness-check': 'off',
      '@typescript-eslint/require-await': 'off',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { arguments: false } }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', ignoreRestSiblings: true }],
      'no-restricted-syntax': ['error', ...EVERYWHERE],
    },
  },
  {
    files: ['src/studio/**/*.ts', 'src/studio/**/*.tsx'],
    // The names of the stages are keys as well.
    ignores: ['src/studio/words/**', 'src/studio/frame/stages.ts'],
    rules: { 'no-restricted-syntax': ['error', ...EVERYWHERE, ...STUDIO_TEXT] },
  },
  {
    files: ['src/studio/**'],
    ignores: ['src/studio/data/kept.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        ...['orders', 'passes', 'people', 'orderPieces', 'passPieces', 'personPieces'].map((property) => ({
          object: 'db',
          property,
          message: 'Most of these rows stand in pieces: read them through kept.ts.',
        })),
      ],
    },
  },
  {
    files: ['tests/**'],
    rules: {
      '@typescript-eslint/unbound-method': 'off',
      'no-restricted-syntax': [
        'error',
        ...[
          "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          "NewExpression[callee.name='Date'][arguments.length=0]",
          "MemberExpression[object.name='Temporal'][property.name='Now']",
          "CallExpression[callee.object.name='DateTime'][callee.property.name=/^(now|local|utc)$/][arguments.length=0]",
          "NewExpression[callee.property.name='DateTimeFormat'][arguments.length=0]",
        ].map((selector) => ({
          selector,
          message:
            'No test reads the clock or the zone of the machine: give it a moment. Waiting is support/waiting.ts.',
        })),
      ],
    },
  },
  {
    files: ['src/**/*.tsx', 'src/studio/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    // What buyers, members and readers of emails see is laid out by start and end, so that it mirrors by itself.
    files: ['src/pages/**/*.tsx', 'src/member/**/*.tsx', 'src/ui/**/*.tsx', 'src/emails/**/*.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...['Literal[value=PHYSICAL]', 'TemplateElement[value.raw=PHYSICAL]'].map((selector) => ({
          selector: selector.replace('PHYSICAL', PHYSICAL_CLASS),
          message:
            'By start and end, not by left and right: ms-, me-, ps-, pe-, text-start, text-end, border-s-, start-.',
        })),
        ...[
          'marginLeft',
          'marginRight',
          'paddingLeft',
          'paddingRight',
          'borderLeft',
          'borderRight',
          'left',
          'right',
        ].map((name) => ({
          selector: `JSXAttribute[name.name='style'] Property[key.name='${name}']`,
          message: 'By start and end, not by left and right: marginInlineStart, insetInlineEnd.',
        })),
      ],
    },
  },
  {
    files: ['src/core/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        'Date',
        'fetch',
        'crypto',
        'window',
        'document',
        'setTimeout',
        'setInterval',
        'process',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Temporal', property: 'Now' },
      ],
    },
  },
  {
    // The engine runs whatever features there are: it may name their types, and runs none by name.
    files: ['src/core/engine/**'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '\\.\\./(features|simulate|shop)/',
              allowTypeImports: true,
              message: 'Features come to the engine as a list (core/shop/features.ts).',
            },
            FOLDS_COMPUTE_NOTHING,
          ],
        },
      ],
    },
  },
  {
    files: ['src/core/features/*/fold/**'],
    rules: { '@typescript-eslint/no-restricted-imports': ['error', { patterns: [FOLDS_COMPUTE_NOTHING] }] },
  },
);
