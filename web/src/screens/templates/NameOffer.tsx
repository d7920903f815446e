import { Flex } from '@chakra-ui/react'
import type { RefObject } from 'react'
import { Act, Faded } from '../../kit/basics'
import { FORMULA_NAMES, completing, completed } from './formulaNames'

type Props = { value: string; entry: RefObject<HTMLInputElement | null>; onTake: (value: string) => void }

/** The names that fit what is being typed in a formula; one is taken with a press. */
export function NameOffer({ value, entry, onTake }: Props) {
  const typed = completing(value)
  if (typed === undefined) {
    return (
      <Faded fontSize="12px">
        Begin with = for a formula, or write {'{{ }}'} in a text, such as {'{{ extension.number }}'}.
      </Faded>
    )
  }
  const fitting = FORMULA_NAMES.filter((n) => n.startsWith(typed) && n !== typed).slice(0, 7)
  if (fitting.length === 0) return null
  return (
    <Flex gap="6px" mt="4px" wrap="wrap" role="group" aria-label="Names that fit">
      {fitting.map((name) => (
        <Act
          key={name}
          py="0"
          px="6px"
          fontFamily="mono"
          fontSize="12px"
          fontWeight={400}
          onClick={() => {
            onTake(completed(value, typed, name))
            entry.current?.focus()
          }}
        >
          {name}
        </Act>
      ))}
    </Flex>
  )
}
