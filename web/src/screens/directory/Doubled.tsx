import { Box, Flex } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Faded, Heading, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import type { Phonebook } from './queries'

const FEW = 3

/** Numbers that stand with several names: asked about once. */
export function Doubled({ phonebook, mayChange }: { phonebook: Phonebook; mayChange: boolean }) {
  const decide = useChange((body: Schemas['DecisionWish']) =>
    unwrap(client.POST('/api/phonebooks/{id}/decisions', { params: { path: { id: phonebook.id } }, body })),
  )
  const all = phonebook.doubled
  if (all.length === 0) return null
  return (
    <Box role="group" aria-label="Numbers with several names">
      <Heading>The same number with several names: whose is it?</Heading>
      {all.slice(0, FEW).map((d) => (
        <Flex key={d.number} gap="8px" align="baseline" wrap="wrap">
          <Mono>{d.number}</Mono>
          {d.names.map((n) =>
            mayChange ? (
              <Act
                key={n}
                kind="quiet"
                disabled={decide.isPending}
                onClick={() => decide.mutate({ number: d.number, keeper: n })}
              >
                {n}
              </Act>
            ) : (
              <span key={n}>{n}</span>
            ),
          )}
          {mayChange && (
            <Act
              kind="quiet"
              disabled={decide.isPending}
              onClick={() => decide.mutate({ number: d.number, keeper: '' })}
            >
              leave it with all
            </Act>
          )}
        </Flex>
      ))}
      {all.length > FEW && <Faded>and {all.length - FEW} more numbers</Faded>}
      <Trouble error={decide.error} />
    </Box>
  )
}
