import { Flex } from '@chakra-ui/react'
import { Act } from './basics'

type Props = { onStay: () => void; onLeave: () => void }

/** Asks before something that is typed goes with what it was typed in. */
export function UnsavedStrip({ onStay, onLeave }: Props) {
  return (
    <Flex role="alert" gap="8px" align="center" px="18px" py="8px" bg="amberBg">
      <b>What you typed isn’t kept yet.</b>
      <Act autoFocus ml="auto" onClick={onStay}>
        Go on typing
      </Act>
      <Act kind="danger" onClick={onLeave}>
        Close without it
      </Act>
    </Flex>
  )
}
