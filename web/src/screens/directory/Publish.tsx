import { Box } from '@chakra-ui/react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Faded, Heading } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Shown } from '../../kit/Shown'
import { Trouble } from '../../kit/Trouble'
import { tellDone } from '../../kit/undo'
import { type Phonebook, useChanges } from './queries'

/** What publishing would change for phones, by name; then it is done, and can be taken back. */
export function Publish({ phonebook, onClose }: { phonebook: Phonebook; onClose: () => void }) {
  const changes = useChanges(phonebook.id)
  const publish = useChange(
    (edition: string) =>
      unwrap(
        client.POST('/api/phonebooks/{phonebookId}/publish', {
          params: { path: { phonebookId: phonebook.id } },
          body: { edition },
        }),
      ),
    (done) => {
      tellDone({ actId: done.actId, text: `Published ${phonebook.name}.` })
      onClose()
    },
  )
  const edition = changes.data?.edition ?? ''
  return (
    <Dialog
      title={`Publish ${phonebook.name}`}
      onClose={onClose}
      width="560px"
      footer={
        <>
          <Act
            kind="main"
            disabled={!changes.data?.words || publish.isPending}
            onClick={() => publish.mutate(edition)}
          >
            Publish edition {edition}
          </Act>
          <Faded>Phones take it when they next ask.</Faded>
        </>
      }
    >
      <Shown query={changes} what="What would change">
        {(c) => (
          <>
            <Box mb="8px">
              {c.words
                ? `${c.names.toLocaleString('en')} ${c.names === 1 ? 'name' : 'names'}: ${c.words}.`
                : 'Phones are given all of this already.'}
            </Box>
            <Names title="More" names={c.added} sign="+" />
            <Names title="Fewer" names={c.gone} sign="−" />
            <Names title="Otherwise" names={c.changed} sign="~" />
          </>
        )}
      </Shown>
      <Trouble error={publish.error} />
    </Dialog>
  )
}

function Names({ title, names, sign }: { title: string; names: string[]; sign: string }) {
  if (names.length === 0) return null
  return (
    <Box mb="8px">
      <Heading>{title}</Heading>
      <Box maxH="180px" overflow="auto" role="region" aria-label={title} tabIndex={0}>
        {names.map((n, i) => (
          <Box key={i}>
            <Faded>{sign}</Faded> {n}
          </Box>
        ))}
      </Box>
    </Box>
  )
}
