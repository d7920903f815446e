import { Box, Flex, chakra } from '@chakra-ui/react'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { Fragment, useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Entry, Faded, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

type Props = { phone: Schemas['PhoneView']; mayAct: boolean }

/** The phonebooks of a phone: what it has, what is wrong with them, and a look into them. */
export function Books({ phone, mayAct }: Props) {
  const [open, setOpen] = useState(false)
  if (phone.books.length === 0) return null
  return (
    <Box fontSize="12px">
      {phone.books.map((b, i) => (
        <Fragment key={b.slot}>
          {i > 0 && <Faded> · </Faded>}
          <chakra.span color={b.trouble ? 'rust' : 'faded'} overflowWrap="anywhere">
            {words(b)}
          </chakra.span>
        </Fragment>
      ))}
      {phone.powered && phone.books.some((b) => b.names > 0) && (
        <Act kind="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'close it' : 'look somebody up'}
        </Act>
      )}
      {open && <LookUp phone={phone} mayAct={mayAct} />}
    </Box>
  )
}

/** By its title alone where nothing is wrong with it: its slot matters to whoever looks why. */
function words({ slot, title, names, trouble }: Schemas['ShownBook']) {
  const has = title && `“${title}”, ${names} ${names === 1 ? 'name' : 'names'}`
  return trouble ? `Phonebook ${slot}${has && ` ${has}`}: ${trouble}` : has || `Phonebook ${slot}`
}

/** Letters are typed on the phone, and what it finds can be called. */
function LookUp({ phone, mayAct }: Props) {
  const [typed, setTyped] = useState('')
  const params = { path: { mac: phone.mac } }
  const found = useQuery({
    queryKey: ['lab', 'find', phone.mac, typed],
    enabled: typed.trim() !== '',
    queryFn: () =>
      unwrap(client.GET('/api/lab/phones/{mac}/phonebook', { params: { ...params, query: { typed } } })),
    placeholderData: keepPreviousData,
  })
  const call = useChange((number: string) =>
    unwrap(client.POST('/api/lab/phones/{mac}/phonebook/call', { params, body: { call: number } })),
  )
  return (
    <Box>
      <Entry
        aria-label={`Name typed on ${phone.mac}`}
        autoFocus
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
      />
      {typed.trim() !== '' && found.data?.length === 0 && <Faded> nobody</Faded>}
      {typed.trim() !== '' &&
        found.data?.map((f, i) => (
          <Flex key={i} gap="8px" wrap="wrap">
            <b>{f.entry.shown}</b>
            <Faded>
              {f.title}, slot {f.slot}
            </Faded>
            {f.entry.numbers.map((n) => (
              <span key={n.call}>
                <Mono>{n.call}</Mono>
                {mayAct && (
                  <Act
                    kind="quiet"
                    aria-label={`Call ${f.entry.shown} at ${n.call}`}
                    disabled={call.isPending}
                    onClick={() => call.mutate(n.call)}
                  >
                    call
                  </Act>
                )}
              </span>
            ))}
          </Flex>
        ))}
      {call.data && (
        <Box role="status" color={call.data.worked ? 'ink' : 'rust'}>
          {call.data.worked ? 'Answered: ' : 'Not answered: '}
          {call.data.detail}
        </Box>
      )}
      <Trouble error={found.error ?? call.error} />
    </Box>
  )
}
