import { chakra } from '@chakra-ui/react'

/** What can be acted on: the main act is filled, others are outlined, the quiet ones are words. */
export const Act = chakra('button', {
  base: {
    borderRadius: '3px',
    fontWeight: 600,
    px: '12px',
    py: '4px',
    border: '1px solid',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    _disabled: { opacity: 0.5, cursor: 'not-allowed' },
  },
  variants: {
    kind: {
      main: { bg: 'fjord', color: 'onFjord', borderColor: 'fjord', _hover: { filter: 'brightness(1.12)' } },
      plain: { color: 'fjord', borderColor: 'fjord', bg: 'transparent', _hover: { bg: 'fjordBg' } },
      quiet: {
        color: 'fjord',
        borderColor: 'transparent',
        px: '4px',
        py: '0',
        _hover: { textDecoration: 'underline' },
      },
      danger: { color: 'rust', borderColor: 'rust', bg: 'transparent', _hover: { bg: 'rustBg' } },
    },
  },
  defaultVariants: { kind: 'plain' },
})

const entry = {
  base: {
    bg: 'field',
    border: '1px solid',
    borderColor: 'edge',
    borderRadius: '3px',
    px: '8px',
    py: '3px',
    minW: 0,
    color: 'ink',
    _invalid: { borderColor: 'rust' },
    _placeholder: { color: 'faded' },
  },
} as const

export const Entry = chakra('input', entry)
export const Choice = chakra('select', entry)
export const LongEntry = chakra('textarea', entry)

/** MACs, extensions, addresses, configuration. */
export const Mono = chakra('span', {
  base: { fontFamily: 'mono', fontSize: '12.5px', letterSpacing: '-0.01em', whiteSpace: 'nowrap' },
})

export const Title = chakra('h1', {
  base: { fontSize: '21px', fontWeight: 700, letterSpacing: '-0.01em', lineHeight: 1.2 },
})

export const Heading = chakra('h2', { base: { fontSize: '12px', fontWeight: 600, color: 'faded' } })

export const Faded = chakra('span', { base: { color: 'faded' } })

export const Key = chakra('kbd', {
  base: {
    fontFamily: 'mono',
    fontSize: '11px',
    fontWeight: 600,
    border: '1px solid',
    borderColor: 'line',
    borderBottomWidth: '2px',
    borderRadius: '3px',
    px: '5px',
    color: 'faded',
    bg: 'sheet',
  },
})

export const Grid = chakra('table', {
  base: {
    borderCollapse: 'collapse',
    width: '100%',
    '& th': {
      fontWeight: 600,
      textAlign: 'left',
      color: 'faded',
      fontSize: '12px',
      px: '10px',
      py: '5px',
      borderBottom: '1px solid',
      borderColor: 'line',
      whiteSpace: 'nowrap',
    },
    '& td': {
      px: '10px',
      py: '5px',
      borderBottom: '1px solid',
      borderColor: 'hair',
      verticalAlign: 'middle',
    },
    '& th:first-of-type, & td:first-of-type': { pl: '10px' },
  },
})
