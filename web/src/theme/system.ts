import { createSystem, defineConfig } from '@chakra-ui/react'
import { defaultBaseConfig } from '@chakra-ui/react/preset-base'
import {
  breakpoints,
  comboboxSlotRecipe,
  cssVarsPrefix,
  cssVarsRoot,
  globalCss,
  keyframes,
  semanticTokens,
  tokens,
  tooltipSlotRecipe,
} from '@chakra-ui/react/theme'

/** Every colour has a light and a dark value; texts keep 4.5:1 on every ground, the edges of fields 3:1. */
export const colours = {
  paper: ['#F5F2EA', '#172023'],
  sheet: ['#FCFAF5', '#1D282B'],
  field: ['#FFFFFF', '#141C1F'],
  line: ['#DAD3C4', '#3A4A51'],
  edge: ['#878172', '#667A81'],
  hair: ['#E8E2D5', '#28353A'],
  ink: ['#1E2A2E', '#E9E4D8'],
  faded: ['#5F6968', '#9FAAA8'],
  fjord: ['#1F5C6B', '#84C3CF'],
  onFjord: ['#FFFFFF', '#10191C'],
  fjordBg: ['#E2ECEC', '#21383F'],
  moss: ['#5E7A3A', '#9DBB70'],
  mossText: ['#4C652D', '#A9C77D'],
  mossBg: ['#E5EBD8', '#26331E'],
  amber: ['#B9791A', '#E0A94A'],
  amberText: ['#84560D', '#E6B662'],
  amberBg: ['#F7EBD3', '#3A2F1A'],
  rust: ['#A83E2C', '#EE8B78'],
  rustBg: ['#F6E1DA', '#43291F'],
  slate: ['#7C8792', '#8D99A4'],
  taken: ['#8A9A90', '#5E7268'],
  slateText: ['#59646E', '#A3AEB8'],
  trayBg: ['#1E2A2E', '#0D1416'],
  trayInk: ['#EDE8DC', '#EDE8DC'],
} as const

const config = defineConfig({
  preflight: true,
  theme: {
    keyframes: { appear: { from: { opacity: 0 }, to: { opacity: 1 } } },
    tokens: {
      fonts: {
        body: { value: '"Atkinson Hyperlegible Next Variable", sans-serif' },
        heading: { value: '"Atkinson Hyperlegible Next Variable", sans-serif' },
        mono: { value: '"Atkinson Hyperlegible Mono Variable", monospace' },
      },
    },
    semanticTokens: {
      colors: Object.fromEntries(
        Object.entries(colours).map(([name, [light, dark]]) => [
          name,
          { value: { _light: light, _dark: dark } },
        ]),
      ),
    },
  },
  globalCss: {
    'html, body, #root': { height: '100%' },
    body: {
      bg: 'paper',
      color: 'ink',
      fontSize: '13.5px',
      lineHeight: '1.4',
      fontFamily: 'body',
      fontFeatureSettings: '"tnum"',
    },
    'input[type=checkbox]': { accentColor: 'var(--chakra-colors-fjord)' },
    '*:focus-visible': { outline: '2px solid', outlineColor: 'fjord', outlineOffset: '1px' },
    // A window that is printed prints its contents alone, on as many pages as they need; buttons mean nothing on paper.
    'body:has(.print-me) :not(:has(.print-me), .print-me, .print-me *)': {
      _print: { display: 'none !important' },
    },
    'html:has(.print-me), body:has(.print-me), body :has(.print-me)': {
      _print: {
        position: 'absolute !important',
        inset: '0 0 auto !important',
        display: 'block !important',
        width: 'auto !important',
        maxWidth: 'none !important',
        height: 'auto !important',
        maxHeight: 'none !important',
        margin: '0 !important',
        padding: '0 !important',
        border: 'none !important',
        boxShadow: 'none !important',
        overflow: 'visible !important',
      },
    },
    'dialog:has(.print-me)::backdrop': { _print: { background: 'none !important' } },
    'body .print-me': { _print: { padding: '12mm', bg: 'white', color: 'black' } },
    'body .print-me button': { _print: { display: 'none' } },
    'h1, h2, h3': { fontFamily: 'heading' },
  },
})

/** What is used of the library's own theme; its recipes for components that no screen has would be half of the bundle. */
const used = defineConfig({
  cssVarsPrefix,
  cssVarsRoot,
  globalCss,
  theme: {
    breakpoints,
    keyframes,
    tokens,
    semanticTokens,
    slotRecipes: { combobox: comboboxSlotRecipe, tooltip: tooltipSlotRecipe },
  },
})

export const system = createSystem(defaultBaseConfig, used, config)
