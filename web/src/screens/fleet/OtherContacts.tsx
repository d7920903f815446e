import { Box } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { useContacts } from '../../api/queries'
import { clock } from '../../kit/Age'
import { Faded, Mono } from '../../kit/basics'
import { Breakable } from '../../kit/Breakable'
import { Shown } from '../../kit/Shown'

type Contact = Schemas['ContactView']

/** What else is bound to an extension of this device. A contact that names nobody may be anyone's, this phone's too. */
export function OtherContacts({ id }: { id: number }) {
  return (
    <Shown query={useContacts(id)} what="Who else is bound">
      {(contacts) => {
        const others = contacts.filter((c) => !c.own)
        return others.length === 0 ? null : (
          <Box mt="4px" as="ul" aria-label="Bound besides" listStyleType="none">
            {others.map((c) => (
              <li key={`${c.line} ${c.contact} ${c.source}`}>
                <Mono>{c.number}</Mono> <Faded>is bound by</Faded> <Holder contact={c} />{' '}
                <Faded>
                  at {c.node} until {clock(c.until)}
                </Faded>
              </li>
            ))}
          </Box>
        )
      }}
    </Shown>
  )
}

function Holder({ contact }: { contact: Contact }) {
  if (contact.deviceId > 0) return <Link to={`/fleet/${contact.deviceId}`}>{contact.label}</Link>
  return (
    <>
      a contact that names no device on record,{' '}
      <Mono>
        <Breakable text={contact.contact} />
      </Mono>{' '}
      from <Mono>{contact.source}</Mono>,
    </>
  )
}
