import { Flex } from '@chakra-ui/react'
import type { ReactNode } from 'react'

type Props = {
  list: ReactNode
  /** What is open of it; nothing while nothing is. */
  sheet?: ReactNode
  /** Whether the sheet was widened to the whole page. */
  covers?: boolean
}

/** A list, and at its right what is open of it: the list stays where it was. */
export function ListAndSheet({ list, sheet, covers = false }: Props) {
  return (
    <Flex height="100%">
      {!(covers && sheet) && (
        <Flex direction="column" flex="1" minW="0" pt="14px" pl="18px">
          {list}
        </Flex>
      )}
      {sheet}
    </Flex>
  )
}
