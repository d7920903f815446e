import { Box, Flex, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'

const Item = chakra(Link, {
  base: {
    display: 'block',
    px: '12px',
    py: '6px',
    borderLeft: '3px solid transparent',
    _hover: { bg: 'sheet' },
    '&[aria-current=true]': { bg: 'sheet', borderColor: 'fjord' },
  },
})

type Props = {
  label: string
  items: { to: string; name: string; detail: string; chosen: boolean }[]
  more?: ReactNode
  /** Takes the whole width, for what is wide by itself. */
  wide?: boolean
  children: ReactNode
}

/** A short list at the left, the chosen one beside it. */
export function Chooser({ label, items, more, wide, children }: Props) {
  return (
    <Flex gap="24px" align="start">
      <Box as="nav" aria-label={label} width="220px" flexShrink={0}>
        {items.map((i) => (
          <Item key={i.to} to={i.to} aria-current={i.chosen}>
            <chakra.b display="block" overflowWrap="anywhere">
              {i.name}
            </chakra.b>
            <chakra.span color="faded" fontSize="12px">
              {i.detail}
            </chakra.span>
          </Item>
        ))}
        {more && (
          <Box px="12px" mt="8px">
            {more}
          </Box>
        )}
      </Box>
      <Box flex="1" minW="0" maxW={wide ? undefined : '900px'}>
        {children}
      </Box>
    </Flex>
  )
}
