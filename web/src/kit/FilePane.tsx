import { chakra } from '@chakra-ui/react'

/** A file as it is sent, in a frame that scrolls by itself and is reached by the keyboard. */
export const FilePane = chakra(
  'pre',
  {
    base: {
      m: '0',
      p: '8px 10px',
      bg: 'sheet',
      border: '1px solid',
      borderColor: 'line',
      fontFamily: 'mono',
      fontSize: '12px',
      overflow: 'auto',
    },
  },
  { defaultProps: { role: 'region', tabIndex: 0 } },
)
