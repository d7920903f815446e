import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { useSession } from '../../api/queries'
import { ListBeside } from '../../frame/ListBeside'
import { useOpened } from '../../frame/useOpened'
import { Act, Faded, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Shown } from '../../kit/Shown'
import { EditPhonebook } from './EditPhonebook'
import { OpenPhonebook } from './OpenPhonebook'
import { type Phonebook, usePhonebooks } from './queries'

/** Phonebooks at the left; of the chosen one its contacts, its file and who has it. */
export function Directory() {
  const phonebooks = usePhonebooks()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const { id, at, go } = useOpened('/directory')
  const [adding, setAdding] = useState(false)
  return (
    <Shown query={phonebooks} what="The list of phonebooks">
      {(all) => {
        const chosen = all.find((p) => p.id === id) ?? (id ? undefined : all[0])
        return (
          <ListBeside
            label="Phonebooks"
            width={{ base: '196px', xl: '230px' }}
            head={
              <Box p="14px 16px 8px">
                <Title>Directory</Title>
              </Box>
            }
            entries={all.map((p) => ({
              to: at(p.id),
              chosen: p.id === chosen?.id,
              shown: <InList phonebook={p} />,
            }))}
            more={
              mayChange && (
                <Act kind="quiet" onClick={() => setAdding(true)}>
                  Make a phonebook…
                </Act>
              )
            }
          >
            {chosen ? (
              <OpenPhonebook key={chosen.id} phonebook={chosen} all={all} mayChange={mayChange} />
            ) : all.length > 0 ? (
              <Empty title="There is no such phonebook">It may have been removed since.</Empty>
            ) : (
              <Empty title="No phonebook yet">
                Make one out of the roster, of contacts that you type or paste, or of a list that somebody
                keeps elsewhere; then give it to phones in one of their slots, under Templates, Phonebook.
              </Empty>
            )}
            {adding && (
              <EditPhonebook all={all} onClose={() => setAdding(false)} onMade={(made) => go(made)} />
            )}
          </ListBeside>
        )
      }}
    </Shown>
  )
}

function InList({ phonebook: p }: { phonebook: Phonebook }) {
  const trouble = p.copies.some((c) => c.trouble !== '')
  return (
    <Box>
      <Flex justify="space-between" gap="8px">
        <Box as="b" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
          {p.name}
        </Box>
        <Faded>{p.names.toLocaleString('en')}</Faded>
      </Flex>
      <Box fontSize="12px" color={trouble ? 'rust' : p.pending ? 'amberText' : 'faded'}>
        {trouble
          ? 'a list can’t be fetched'
          : p.pending
            ? p.published
              ? 'changed, not published'
              : 'not published yet'
            : p.published
              ? `edition ${p.published.edition}`
              : 'empty'}
      </Box>
    </Box>
  )
}
