import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Faded, Grid } from '../../kit/basics'
import { FilterEntry } from '../../kit/FilterEntry'
import { Trouble } from '../../kit/Trouble'
import { PhoneRow } from './PhoneRow'

type Phone = Schemas['PhoneView']
type Many = NonNullable<Schemas['ManyWish']['act']>

/** More are shown when somebody wants to see them. */
const FEW = 60

const ACTS: [Many, string][] = [
  ['OFF', 'Power off'],
  ['ON', 'Power on'],
  ['RESTART', 'Restart'],
  ['OUT', 'Pull the cable'],
  ['IN', 'Plug it in'],
  ['LOG_OFF', 'Log off'],
  ['RESET', 'Reset'],
]

type PhonesProps = {
  phones: Phone[]
  mayAct: boolean
  /** Something is to go wrong at the link of this one. */
  onBreak: (mac: string) => void
}

/** The phones, grouped by site; what is done to the chosen ones is done to all of them at once. */
export function Phones({ phones, mayAct, onBreak }: PhonesProps) {
  const [q, setQ] = useState('')
  const [all, setAll] = useState(false)
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const act = useChange((wish: { macs: string[]; act: Many }) =>
    unwrap(client.POST('/api/lab/phones/act', { body: wish })),
  )
  const fitting = phones.filter((p) => fits(p, q))
  const shown = all ? fitting : fitting.slice(0, FEW)
  // What is chosen and not in sight any more is left alone.
  const macs = fitting.map((p) => p.mac).filter((mac) => chosen.has(mac))
  const choose = (these: string[], on: boolean) =>
    setChosen((before) => {
      const after = new Set(before)
      these.forEach((mac) => (on ? after.add(mac) : after.delete(mac)))
      return after
    })
  return (
    <>
      <Flex align="center" gap="10px" mt="10px" wrap="wrap" minH="32px">
        <FilterEntry
          label="Filter phones"
          width="220px"
          value={q}
          onFilter={setQ}
          placeholder="Label, MAC, model, what it says"
        />
        <Faded>
          {fitting.length} {fitting.length === 1 ? 'phone' : 'phones'}
        </Faded>
        {mayAct && macs.length > 0 && (
          <Flex gap="6px" align="center" wrap="wrap" role="group" aria-label="With the chosen phones">
            <b>{macs.length} chosen</b>
            {ACTS.map(([name, words]) => (
              <Act key={name} disabled={act.isPending} onClick={() => act.mutate({ macs, act: name })}>
                {words}
              </Act>
            ))}
          </Flex>
        )}
      </Flex>
      <Trouble error={act.error} />
      <Box mt="6px">
        <Grid>
          <thead>
            <tr>
              {mayAct && (
                <th>
                  <input
                    type="checkbox"
                    aria-label="Choose all of these phones"
                    checked={fitting.length > 0 && macs.length === fitting.length}
                    onChange={(e) =>
                      choose(
                        fitting.map((p) => p.mac),
                        e.target.checked,
                      )
                    }
                  />
                </th>
              )}
              <th>Phone</th>
              <th>Path</th>
              <th>Its screen says</th>
              <th>Power</th>
              <th>Network</th>
              <th>Somebody at the phone…</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((phone, i) => (
              <Row
                key={phone.mac}
                phone={phone}
                first={phone.site !== shown[i - 1]?.site}
                chosen={chosen.has(phone.mac)}
                onChoose={(on) => choose([phone.mac], on)}
                mayAct={mayAct}
                onBreak={onBreak}
              />
            ))}
          </tbody>
        </Grid>
        {shown.length < fitting.length && (
          <Act kind="quiet" onClick={() => setAll(true)}>
            Show all {fitting.length}
          </Act>
        )}
      </Box>
    </>
  )
}

type RowProps = {
  phone: Phone
  /** Whether it is the first of its site. */
  first: boolean
  chosen: boolean
  onChoose: (on: boolean) => void
  mayAct: boolean
  onBreak: (mac: string) => void
}

function Row({ phone, first, chosen, onChoose, mayAct, onBreak }: RowProps) {
  return (
    <>
      {first && (
        <tr>
          <chakra.th colSpan={mayAct ? 7 : 6} scope="rowgroup" textAlign="left" pt="12px" color="ink">
            {phone.site}
          </chakra.th>
        </tr>
      )}
      <PhoneRow
        phone={phone}
        mayAct={mayAct}
        onBreak={onBreak}
        before={
          mayAct && (
            <td>
              <input
                type="checkbox"
                aria-label={`Choose ${phone.label}, ${phone.mac}`}
                checked={chosen}
                onChange={(e) => onChoose(e.target.checked)}
              />
            </td>
          )
        }
      />
    </>
  )
}

function fits(phone: Phone, q: string) {
  const wanted = q.trim().toLowerCase()
  return [phone.label, phone.mac, phone.model, phone.screen, phone.address].some((text) =>
    text.toLowerCase().includes(wanted),
  )
}
