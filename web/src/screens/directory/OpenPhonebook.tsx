import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Faded, Heading, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { BookFile } from './BookFile'
import { Contacts } from './Contacts'
import { Doubled } from './Doubled'
import { EditContact } from './EditContact'
import { EditPhonebook } from './EditPhonebook'
import { ImportContacts } from './ImportContacts'
import { Publish } from './Publish'
import { Takers } from './Takers'
import type { Contact, Phonebook } from './queries'

type Props = { phonebook: Phonebook; all: Phonebook[]; mayChange: boolean }

/** One phonebook: what it is made of, its contacts, how a phone gets it, and who has it. */
export function OpenPhonebook({ phonebook, all, mayChange }: Props) {
  const [window, setWindow] = useState<'' | 'edit' | 'add' | 'publish' | 'import'>('')
  const [edited, setEdited] = useState<Contact | undefined>()
  const [touched, setTouched] = useState<Contact | undefined>()
  const close = () => setWindow('')
  return (
    <Flex direction="column" height="100%" gap="10px">
      <Flex align="baseline" gap="10px" wrap="wrap">
        <Box as="h2" fontSize="17px" fontWeight={700}>
          {phonebook.name}
        </Box>
        <Faded>
          {phonebook.names.toLocaleString('en')} {phonebook.names === 1 ? 'name' : 'names'} ·{' '}
          {phonebook.domain || 'for all domains'}
        </Faded>
        <Flex gap="8px" ml="auto" align="center" wrap="wrap">
          <Exports id={phonebook.id} />
          {mayChange && (
            <>
              <Act kind="quiet" onClick={() => setWindow('import')}>
                Import…
              </Act>
              <Act kind="quiet" onClick={() => setWindow('edit')}>
                Made of…
              </Act>
              <Act onClick={() => setWindow('add')}>Add a contact…</Act>
            </>
          )}
        </Flex>
      </Flex>
      <MadeOf phonebook={phonebook} all={all} />
      <Standing phonebook={phonebook} mayChange={mayChange} onPublish={() => setWindow('publish')} />
      <Copies phonebook={phonebook} mayChange={mayChange} />
      {phonebook.unread.length > 0 && (
        <Box color="rust">
          {phonebook.unread[0]}
          {phonebook.unread.length > 1 && ` And ${phonebook.unread.length - 1} more.`}
        </Box>
      )}
      <Doubled phonebook={phonebook} mayChange={mayChange} />
      <Flex flex="1" minH="220px" gap="16px">
        <Flex direction="column" flex={{ base: 1.9, xl: 1.5 }} minW="0" minH="0">
          <Contacts
            phonebook={phonebook}
            touched={touched}
            onTouch={setTouched}
            {...(mayChange ? { onEdit: setEdited } : {})}
          />
        </Flex>
        <Flex direction="column" flex="1" minW="0" minH="0">
          <BookFile phonebook={phonebook} touched={touched} />
        </Flex>
      </Flex>
      <Takers phonebook={phonebook} />
      {window === 'edit' && <EditPhonebook phonebook={phonebook} all={all} onClose={close} />}
      {window === 'publish' && <Publish phonebook={phonebook} onClose={close} />}
      {window === 'import' && <ImportContacts phonebook={phonebook} onClose={close} />}
      {(window === 'add' || edited) && (
        <EditContact
          key={edited?.ownId ?? 'new'}
          phonebook={phonebook}
          contact={edited}
          onClose={() => {
            close()
            setEdited(undefined)
          }}
        />
      )}
    </Flex>
  )
}

/** In a line: from where its contacts come. */
function MadeOf({ phonebook, all }: { phonebook: Phonebook; all: Phonebook[] }) {
  const words = phonebook.sources.map((s) => {
    if (s.from === 'PHONEBOOK')
      return `all of “${all.find((p) => p.id === s.phonebookId)?.name ?? 'one that is gone'}”`
    if (s.from === 'ADDRESS') return `the list at ${s.address}`
    const also = (s.also ?? []).map((a) => (a === 'OUTSIDE' ? 'outside numbers' : 'mobiles'))
    return `the roster${s.departments?.length ? `, ${s.departments.join(', ')}` : ''}${also.length ? ', with ' + also.join(' and ') : ''}`
  })
  if (phonebook.own > 0 || words.length === 0)
    words.unshift(`${phonebook.own} ${phonebook.own === 1 ? 'contact' : 'contacts'} of its own`)
  return (
    <Box color="faded" overflowWrap="anywhere">
      Made of {words.join('; ')}.
    </Box>
  )
}

type StandingProps = { phonebook: Phonebook; mayChange: boolean; onPublish: () => void }

/** What phones are given, and what would be otherwise if it were published. */
function Standing({ phonebook: p, mayChange, onPublish }: StandingProps) {
  return (
    <Flex
      align="center"
      gap="10px"
      bg={p.pending ? 'amberBg' : 'sheet'}
      borderLeft="3px solid"
      borderColor={p.pending ? 'amberText' : 'line'}
      px="10px"
      py="6px"
    >
      <Box flex="1" minW="0">
        {p.published ? (
          <span>
            Phones are given edition <Mono>{p.published.edition}</Mono>, published by {p.published.who}{' '}
            <Age at={p.published.at} /> ago.
          </span>
        ) : (
          <span>Phones are given nothing yet: it was never published.</span>
        )}
        {p.pending && p.published && (
          <>
            {' '}
            <b>
              Since then: {p.pending}
              {p.what && (
                <chakra.span fontWeight={400}>
                  {' '}
                  — last {p.who} {p.what}
                </chakra.span>
              )}
            </b>
          </>
        )}
      </Box>
      {p.pending && mayChange && (
        <Act kind="main" onClick={onPublish}>
          Look and publish…
        </Act>
      )}
    </Flex>
  )
}

/** Lists that are kept elsewhere: when they came, and what is wrong with them. */
function Copies({ phonebook, mayChange }: { phonebook: Phonebook; mayChange: boolean }) {
  const path = { params: { path: { phonebookId: phonebook.id } } }
  const fetch = useChange(() => unwrap(client.POST('/api/phonebooks/{phonebookId}/lists/fetch', path)))
  const take = useChange((address: string) =>
    unwrap(client.POST('/api/phonebooks/{phonebookId}/lists/take', { ...path, body: { address } })),
  )
  if (phonebook.copies.length === 0) return null
  return (
    <Box>
      <Flex align="baseline" gap="10px">
        <Heading>Lists kept elsewhere</Heading>
        {mayChange && (
          <Act kind="quiet" disabled={fetch.isPending} onClick={() => fetch.mutate(undefined)}>
            Fetch now
          </Act>
        )}
      </Flex>
      {phonebook.copies.map((c) => (
        <Flex
          key={c.address}
          gap="10px"
          wrap="wrap"
          color={c.trouble ? 'rust' : 'ink'}
          overflowWrap="anywhere"
        >
          <Mono>{c.address}</Mono>
          <span>
            {c.trouble || `${c.names} ${c.names === 1 ? 'name' : 'names'}`}
            {c.copiedAt ? (
              <Faded>
                {' '}
                · good <Age at={c.copiedAt} /> ago
              </Faded>
            ) : (
              !c.triedAt && <Faded> · not fetched yet</Faded>
            )}
          </span>
          {mayChange && c.waiting >= 0 && (
            <Act kind="quiet" disabled={take.isPending} onClick={() => take.mutate(c.address)}>
              Take the {c.waiting} {c.waiting === 1 ? 'name' : 'names'} instead
            </Act>
          )}
        </Flex>
      ))}
      <Trouble error={fetch.error ?? take.error} />
    </Box>
  )
}

function Exports({ id }: { id: number }) {
  const to = (form: string) => `/api/phonebooks/${id}/export/${form}`
  return (
    <Flex gap="8px" align="center">
      <Faded>Export</Faded>
      {[
        ['csv', 'CSV'],
        ['vcard', 'vCard'],
        ['json', 'JSON'],
      ].map(([form, name]) => (
        <chakra.a key={form} color="fjord" href={to(form ?? '')} download>
          {name}
        </chakra.a>
      ))}
    </Flex>
  )
}
