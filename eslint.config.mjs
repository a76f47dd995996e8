import { readdirSync } from 'node:fs'
import prettier from 'eslint-config-prettier'
import jest from 'eslint-plugin-jest'
import playwright from 'eslint-plugin-playwright'
import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

/**
 * The rooms of the core, each with the rooms that it may look into. A folder that is not named here,
 * or is named and gone, stops the linter: every room has its walls from the day it is built.
 */
const CORE = {
  units: [],
  geometry: [],
  colour: ['units'],
  cost: ['units'],
  cure: ['units'],
  lots: [],
  mix: ['units'],
  outline: ['geometry', 'units'],
  plan: [],
  pots: [],
  rack: [],
  size: ['geometry', 'units'],
  split: [],
  surplus: [],
  mesh: ['units', 'size'],
  quote: ['cost'],
  resin: ['cure', 'units', 'cost', 'mix'],
  run: ['units', 'cure', 'mix'],
  survey: ['geometry', 'size'],
  earnings: ['run', 'units', 'cost'],
  guestBill: ['earnings', 'units', 'cost'],
  market: ['cost', 'quote'],
  trade: ['cost', 'size', 'resin'],
  caution: ['trade'],
  curing: ['cure', 'trade'],
  recipe: ['trade', 'size', 'units', 'split'],
  stock: ['cost', 'mix', 'run', 'trade', 'lots', 'units'],
  odds: ['units', 'curing', 'plan'],
  pot: [
    'trade',
    'resin',
    'pots',
    'size',
    'recipe',
    'colour',
    'mix',
    'units',
    'split',
    'surplus',
    'run',
  ],
  tasks: ['plan', 'recipe', 'trade', 'curing', 'units', 'run'],
  rework: ['trade', 'recipe'],
  batch: ['pot', 'recipe', 'size', 'trade', 'cost'],
  face: ['trade', 'pot', 'recipe', 'size'],
  spares: ['cost', 'odds'],
  why: ['trade', 'cost', 'curing', 'cure', 'units', 'batch', 'mix', 'quote'],
}
const there = readdirSync(new URL('core', import.meta.url), { withFileTypes: true })
  .filter((entry) => entry.isDirectory())
  .map(({ name }) => name)
const unlike = [
  ...there.filter((name) => !(name in CORE)),
  ...Object.keys(CORE).filter((name) => !there.includes(name)),
]
if (unlike.length > 0)
  throw new Error(`eslint.config.mjs and the folders of core differ in: ${unlike.join(', ')}`)

/** By room of the core: the other rooms, except those that it may look into. */
const wallsOfCore = there.map((name) => ({
  files: [`core/${name}/**`],
  not: [
    [
      `\\.\\./(${there.filter((other) => other !== name && !CORE[name].includes(other)).join('|')})(/|$)`,
      `core/${name} may look into ${CORE[name].join(', ') || 'no other room'} only (eslint.config.mjs)`,
    ],
  ],
}))

/** What each room may not import; docs/architecture.md draws the same borders. */
const rooms = [
  {
    files: ['{core,shared,server,app,db,demo,cli}/**'],
    not: [['(^|/)tests/', 'nothing imports tests']],
  },
  {
    files: ['core/**'],
    not: [
      [
        '(^|/)(app|server|shared|db|demo|cli|tests)/|^(vue|nuxt|pinia|knex|mysql2|h3|yup|node:|#|~)',
        'the core knows neither interface, database nor Node',
      ],
    ],
  },
  ...wallsOfCore,
  {
    files: ['core/plan/check/**'],
    not: [['\\.\\./(search|shop|repair|proof|ask)/', 'the checker shares no code with the search']],
  },
  {
    files: ['shared/**'],
    not: [
      [
        '(^|/)(app|server|db|demo|cli|tests)/|^(vue|nuxt|pinia|knex|mysql2|h3|node:|#|~)',
        'shared holds schemas and types on top of the core',
      ],
    ],
  },
  {
    files: ['server/**'],
    not: [['(^|/)demo/', 'only server/madeUp.ts knows which workshop is made up']],
  },
  {
    files: ['server/db/**'],
    not: [
      [
        '/(services|api|utils|middleware|workers)/|^(h3|yup)',
        'repositories know Knex, the core and shared types',
      ],
    ],
  },
  {
    files: ['server/services/**'],
    not: [['^(h3|knex/)|/(api|middleware|utils)/', 'services know nothing of HTTP']],
  },
  {
    files: ['server/{api,middleware,utils}/**'],
    not: [['/db/|^knex', 'routes call a service; only services reach the database']],
  },
  {
    files: ['server/workers/computeJob.ts'],
    not: [['/(services|db|api)/', 'jobs are the core alone']],
  },
  {
    files: ['app/**'],
    not: [
      [
        '(^|/)(server|db|demo|cli|tests)/|^(knex|mysql2|h3)',
        'the browser meets the server only through the API',
      ],
    ],
  },
  {
    files: ['db/migrations/**'],
    not: [['(^|/)(core|server|shared|app|demo)/', 'history does not shift with code']],
  },
]
const borders = rooms.map(({ files }) => ({
  files,
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: rooms
          .filter((room) => room.files.some((glob) => covers(glob, files[0])))
          .flatMap((room) => room.not)
          .map(([regex, message]) => ({ regex, message })),
      },
    ],
  },
}))
/**
 * A later entry replaces an earlier one for the same file, so a room repeats the borders of the
 * rooms around it.
 */
function covers(outer, inner) {
  if (outer === inner) return true
  const root = (glob) => glob.replace(/\/?\*\*.*$/, '').split('/')
  const [a, b] = [root(outer), root(inner)]
  return a.every(
    (part, i) =>
      part === b[i] || (part.startsWith('{') && part.slice(1, -1).split(',').includes(b[i])),
  )
}

const hiddenClocks = [
  "NewExpression[callee.name='Date'][arguments.length=0]",
  "CallExpression[callee.object.name='Date'][callee.property.name='now']",
  "CallExpression[callee.object.name='DateTime'][callee.property.name=/^(now|local|utc)$/]",
].map((selector) => ({
  selector,
  message: 'now comes from the one clock: server/clock, app/utils/clock, tests/fixtures/now',
}))

export default tseslint.config(
  { ignores: ['node_modules', '.nuxt', '.output', '.velvet', 'test-results', 'playwright-report'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  prettier,
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      eqeqeq: 'error',
      'no-console': 'error',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/no-v-html': 'error',
    },
  },
  ...borders,
  { files: ['server/madeUp.ts'], rules: { 'no-restricted-imports': 'off' } },
  {
    files: ['app/components/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...['fetch', 'useApi', '$fetch', 'useFetch'].map((name) => ({
          name,
          message: 'components do not fetch; a store or a page does',
        })),
      ],
    },
  },
  {
    files: ['tests/{core,shared,server,app,cli}/**/*.test.ts'],
    ...jest.configs['flat/recommended'],
    rules: {
      ...jest.configs['flat/recommended'].rules,
      'jest/no-conditional-expect': 'off',
      'jest/no-identical-title': 'error',
      'jest/expect-expect': 'error',
      'jest/valid-expect': 'error',
    },
  },
  {
    files: ['{app,core,shared,server,db,cli,demo,tests}/**/*.{ts,vue}'],
    languageOptions: {
      parserOptions: {
        project: './tsconfig.check.json',
        tsconfigRootDir: import.meta.dirname,
        extraFileExtensions: ['.vue'],
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  {
    files: ['{app,core,shared,server,demo,cli,tests}/**'],
    ignores: ['{server,shared/time}/clock.ts', 'cli/lib/**', 'cli/main.ts'],
    rules: { 'no-restricted-syntax': ['error', ...hiddenClocks] },
  },
  {
    files: ['server/services/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...hiddenClocks,
        {
          selector: 'CallExpression[callee.name=/^(trx|db|knex)$/]',
          message: 'SQL is written in server/db only',
        },
      ],
    },
  },
  {
    files: ['tests/e2e/**'],
    ...playwright.configs['flat/recommended'],
    rules: {
      ...playwright.configs['flat/recommended'].rules,
      'playwright/no-conditional-in-test': 'off',
      'playwright/expect-expect': 'error',
    },
  },
)
