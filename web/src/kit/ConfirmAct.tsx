import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Act } from './basics'

type ConfirmActProps = {
  /** What the button says: “Remove”. */
  label: string
  /** What goes and what follows, as a whole question: “Remove firmware 2.4.1? It can’t be brought back.” */
  question: string
  onConfirm: () => void
  disabled?: boolean
  kind?: 'quiet' | 'danger'
}

/** For what can’t be undone: the first press asks, with the name of what goes; only the second one acts. */
export function ConfirmAct({ label, question, onConfirm, disabled, kind = 'quiet' }: ConfirmActProps) {
  const [asking, setAsking] = useState(false)
  if (!asking)
    return (
      <Act kind={kind} disabled={disabled} onClick={() => setAsking(true)}>
        {label}…
      </Act>
    )
  return (
    <Flex
      role="group"
      aria-label={question}
      gap="8px"
      align="center"
      wrap="wrap"
      onKeyDown={(e) => {
        if (e.key !== 'Escape') return
        e.stopPropagation()
        setAsking(false)
      }}
    >
      <Box color="rust">{question}</Box>
      <Act
        kind="danger"
        onClick={() => {
          setAsking(false)
          onConfirm()
        }}
      >
        {label}
      </Act>
      <Act kind="quiet" autoFocus onClick={() => setAsking(false)}>
        Keep
      </Act>
    </Flex>
  )
}
