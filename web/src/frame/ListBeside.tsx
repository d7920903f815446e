import { Box, Flex, chakra } from '@chakra-ui/react'
import { type ReactNode, useRef } from 'react'
import { Link, useNavigate } from 'react-router'
import { Walked } from '../kit/Walked'
import { useListKeys } from '../kit/useListKeys'

/** An entry of a short list. */
export type Entry = { to: string; chosen: boolean; shown: ReactNode }

type Props = {
  label: string
  entries: Entry[]
  width: { base: string; xl?: string }
  /** Stands above the entries. */
  head?: ReactNode
  /** Stands beneath them. */
  more?: ReactNode
  /** What the chosen one is marked with: something held is marked as such. */
  mark?: 'fjord' | 'rust'
  /** The chosen one. */
  children: ReactNode
}

const Item = chakra(Link, {
  base: {
    display: 'block',
    px: '16px',
    py: '7px',
    borderLeft: '3px solid transparent',
    borderBottom: '1px solid',
    borderBottomColor: 'hair',
    _hover: { bg: 'sheet' },
    '&[aria-current=true]': { bg: 'sheet', borderLeftColor: 'var(--mark)' },
    '&[data-walked=true]': { borderLeftColor: 'fjord' },
  },
})

/** A short list at the left that is walked with j and k, and beside it the one that its address names. */
export function ListBeside({ label, entries, width, head, more, mark = 'fjord', children }: Props) {
  const navigate = useNavigate()
  const box = useRef<HTMLDivElement>(null)
  const walked = useListKeys({
    count: entries.length,
    onOpen: (i) => entries[i] && void navigate(entries[i].to),
  })
  return (
    <Flex height="100%">
      <Box
        as="nav"
        aria-label={label}
        ref={box}
        width={width}
        flexShrink={0}
        borderRight="1px solid"
        borderColor="line"
        overflow="auto"
        css={{ '--mark': `colors.${mark}` }}
      >
        {head}
        {entries.map((entry, i) => (
          <Item key={entry.to} to={entry.to} aria-current={entry.chosen} data-walked={i === walked}>
            {entry.shown}
          </Item>
        ))}
        {more && <Box p="10px 16px">{more}</Box>}
        <Walked box={box} at={walked} />
      </Box>
      <Box flex="1" minW="0" p="16px 20px" overflow="auto">
        {children}
      </Box>
    </Flex>
  )
}
