import { chakra } from '@chakra-ui/react'
import type { Schemas } from '../../api/client'
import { Explained } from '../../kit/Term'
import { CONDITIONS } from '../../kit/stops'

const Chip = chakra('button', {
  base: {
    border: '1px solid',
    borderColor: 'line',
    borderRadius: '12px',
    px: '10px',
    py: '1px',
    bg: 'sheet',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    '&[aria-pressed=true]': { bg: 'ink', color: 'sheet', borderColor: 'ink' },
  },
})

type Props = { counts: Schemas['Count'][]; chosen: string; onChoose: (condition: string) => void }

/** How many devices stand how; a press shows only those. */
export function ConditionChips({ counts, chosen, onChoose }: Props) {
  return (
    <>
      {CONDITIONS.map(([name, label]) => {
        const devices = counts.find((c) => c.name === name)?.devices ?? 0
        if (devices === 0 && chosen !== name) return null
        return (
          <Explained key={name} word={label}>
            <Chip aria-pressed={chosen === name} onClick={() => onChoose(chosen === name ? '' : name)}>
              {label} {devices}
            </Chip>
          </Explained>
        )
      })}
    </>
  )
}
