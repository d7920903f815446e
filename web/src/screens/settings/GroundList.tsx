import { Box, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { ListBeside } from '../../frame/ListBeside'

type Props = {
  label: string
  items: { to: string; name: string; detail: string; chosen: boolean }[]
  more?: ReactNode
  /** Takes the whole width, for what is wide by itself. */
  wide?: boolean
  children: ReactNode
}

/** What one part of the settings is about, by name, and the chosen one beside it. */
export function GroundList({ label, items, more, wide, children }: Props) {
  return (
    <ListBeside
      label={label}
      width={{ base: '230px' }}
      entries={items.map((i) => ({
        to: i.to,
        chosen: i.chosen,
        shown: (
          <>
            <chakra.b display="block" overflowWrap="anywhere">
              {i.name}
            </chakra.b>
            <chakra.span color="faded" fontSize="12px">
              {i.detail}
            </chakra.span>
          </>
        ),
      }))}
      more={more}
    >
      <Box maxW={wide ? undefined : '900px'}>{children}</Box>
    </ListBeside>
  )
}
