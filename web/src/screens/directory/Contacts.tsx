import { Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { Act, Faded, Mono } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { FilterEntry } from '../../kit/FilterEntry'
import { type Column, LongTable } from '../../kit/LongTable'
import { Shown } from '../../kit/Shown'
import { type Contact, type Phonebook, useContacts } from './queries'

type Props = {
  phonebook: Phonebook
  touched: Contact | undefined
  onTouch: (contact: Contact | undefined) => void
  onEdit?: (contact: Contact) => void
}

/** The contacts in the order in which phones show them; one that is touched is lit in the file beside. */
export function Contacts({ phonebook, touched, onTouch, onEdit }: Props) {
  const [q, setQ] = useState('')
  const pages = useContacts(phonebook.id, q)
  const rows = pages.data?.pages.flatMap((p) => p.rows) ?? []
  const all = pages.data?.pages[0]?.all ?? 0
  return (
    <>
      <Flex align="center" gap="10px" mb="4px">
        <FilterEntry
          label="Filter contacts"
          width="220px"
          value={q}
          onFilter={setQ}
          placeholder="Name, department, number"
        />
        {q && <Faded>{all.toLocaleString('en')} of them</Faded>}
      </Flex>
      <Shown query={pages} what="The list of contacts">
        {() =>
          rows.length === 0 ? (
            <Empty title={q ? 'Nobody fits' : 'Nobody is in it'}>
              {q
                ? 'No name, department or number has these letters.'
                : 'Add contacts, or say under “Made of” from where they come.'}
            </Empty>
          ) : (
            <LongTable
              label="Contacts"
              steady
              columns={columns(onEdit)}
              rows={rows}
              keyOf={(c) => c.position + 1}
              open={(touched?.position ?? -1) + 1}
              onOpen={(c) => onTouch(c.position === touched?.position ? undefined : c)}
              onEnd={() => pages.hasNextPage && !pages.isFetching && void pages.fetchNextPage()}
            />
          )
        }
      </Shown>
    </>
  )
}

function columns(onEdit: Props['onEdit']): Column<Contact>[] {
  return [
    {
      heading: 'Name',
      width: '31%',
      cell: (c) => (
        <>
          <b>{c.family}</b> {c.given}
        </>
      ),
    },
    {
      heading: 'Department',
      width: '20%',
      cell: (c) => <Faded title={c.department}>{c.department}</Faded>,
    },
    {
      heading: 'Numbers',
      cell: (c) => (
        <span title={c.numbers.map((n) => n.trouble || n.number).join('\n')}>
          <Numbers contact={c} />
        </span>
      ),
    },
    {
      heading: ' ',
      width: '100px',
      cell: (c) =>
        onEdit &&
        c.ownId && (
          <Act
            kind="quiet"
            aria-label={`Change ${c.family} ${c.given}`}
            onClick={(e) => {
              e.stopPropagation()
              onEdit(c)
            }}
          >
            Change…
          </Act>
        ),
    },
  ]
}

function Numbers({ contact }: { contact: Contact }) {
  return (
    <>
      {contact.numbers.map((n, i) => (
        <chakra.span key={i} color={n.trouble ? 'rust' : undefined}>
          {i > 0 && ' · '}
          <Mono>{n.number}</Mono>
          {n.brief && <span> {n.brief}</span>}
        </chakra.span>
      ))}
    </>
  )
}
