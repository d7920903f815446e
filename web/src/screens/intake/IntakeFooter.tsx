import { Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Entry, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { type RowState, type Sheet, useClear } from './queries'

type Props = {
  sheet: Sheet
  state: RowState | ''
  mayEnrol: boolean
  busy: boolean
  onState: (state: RowState | '') => void
  onEnrol: (name: string) => void
}

const Count = chakra('button', {
  base: {
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    borderBottom: '2px solid transparent',
    '&[aria-pressed=true]': { borderColor: 'currentColor' },
  },
})

/** How many rows stand how, and enrolling those that are ready. A count shows only its rows. */
export function IntakeFooter({ sheet, state, mayEnrol, busy, onState, onEnrol }: Props) {
  const [name, setName] = useState('')
  const clear = useClear()
  const drop = useChange((which: RowState) =>
    unwrap(client.POST('/api/intake/sheet/rows/remove', { params: { query: { state: which } }, body: {} })),
  )
  const counts: { state: RowState; count: number; words: string; tone: string }[] = [
    { state: 'READY', count: sheet.ready, words: 'ready', tone: 'ink' },
    { state: 'NEEDS_ANSWER', count: sheet.asked, words: 'need an answer', tone: 'amberText' },
    { state: 'REFUSED', count: sheet.refused, words: 'refused', tone: 'rust' },
    { state: 'UNCHANGED', count: sheet.unchanged, words: 'unchanged', tone: 'faded' },
  ]
  return (
    <Flex
      bg="sheet"
      borderTop="1px solid"
      borderColor="line"
      p="8px 18px"
      gap="14px"
      align="center"
      wrap="wrap"
    >
      <Act
        kind="main"
        py="6px"
        disabled={!mayEnrol || sheet.ready === 0 || busy}
        onClick={() => onEnrol(name)}
      >
        {busy ? 'Enrolling…' : `Enrol ${sheet.ready} that ${sheet.ready === 1 ? 'is' : 'are'} ready`}
      </Act>
      <Entry
        aria-label="Name of the batch"
        placeholder="batch: second lorry…"
        width="150px"
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      {counts.map((c) => (
        <Count
          key={c.state}
          color={c.tone}
          aria-pressed={state === c.state}
          title={state === c.state ? 'Show all rows' : `Show only these rows`}
          onClick={() => onState(state === c.state ? '' : c.state)}
        >
          <b>{c.count}</b> {c.words}
        </Count>
      ))}
      {sheet.drawn.length > 0 && (
        <Faded title={sheet.drawn.join(', ')} maxW="200px" truncate>
          draws {sheet.drawn.join(', ')}
        </Faded>
      )}
      {mayEnrol && (
        <Flex ml="auto" gap="10px">
          {(state === 'REFUSED' || state === 'UNCHANGED') && (
            <Act kind="quiet" onClick={() => drop.mutate(state, { onSuccess: () => onState('') })}>
              Take these rows off
            </Act>
          )}
          <Act kind="quiet" disabled={clear.isPending} onClick={() => clear.mutate(undefined)}>
            Clear the grid
          </Act>
        </Flex>
      )}
      <Trouble error={clear.error ?? drop.error} />
    </Flex>
  )
}
