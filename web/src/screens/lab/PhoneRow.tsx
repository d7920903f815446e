import { Box, Flex, chakra } from '@chakra-ui/react'
import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Choice, Entry, Faded, Mono } from '../../kit/basics'
import { Rail } from '../../kit/Rail'
import { Trouble } from '../../kit/Trouble'
import { SetAccount, TakeFile } from './AtThePhone'
import { Books } from './Books'

type Phone = Schemas['PhoneView']
type Many = NonNullable<Schemas['ManyWish']['act']>
type Way = NonNullable<Schemas['MistypeWish']['way']>

const FAULTS: [string, string][] = [
  ['CROSS', 'crosses lines 1 and 2'],
  ['BLANK_AFTER', 'types a blank after the password'],
  ['BLANK_BEFORE', 'types a blank before the password'],
  ['CUT', 'types only the first … characters'],
  ['CAPITALS', 'types it in capitals'],
  ['EMPTY', 'leaves the password empty'],
  ['ANOTHER', 'types some other password'],
  ['RESTART', 'switches it off and on'],
  ['LOG_OFF', 'logs its lines off'],
  ['RESET', 'resets it to how it left the factory'],
  ['CALL', 'calls somebody and stays on the line'],
  ['AWAY', 'goes away and takes no call'],
  ['BACK', 'comes back and takes calls'],
  ['CLOCK', 'sets its clock back an hour'],
  ['CLOCK_RIGHT', 'sets its clock right'],
  ['CLAIM', 'types a claim code'],
  ['ACCOUNT', 'sets an account by hand…'],
  ['TAKE', 'gives it another phone’s file…'],
  ['LINK', 'breaks something at its link…'],
]

type RowProps = {
  phone: Phone
  mayAct: boolean
  /** Something is to go wrong at its link. */
  onBreak?: (mac: string) => void
  /** Stands before the rest of the row. */
  before?: ReactNode
}

/** One phone: how it stands, its switches, and what somebody at it can do. */
export function PhoneRow({ phone, mayAct, onBreak, before }: RowProps) {
  const path = { params: { path: { mac: phone.mac } } }
  const power = useChange((on: boolean) =>
    unwrap(client.PUT('/api/lab/phones/{mac}/power', { ...path, body: { on } })),
  )
  const cable = useChange((on: boolean) =>
    unwrap(client.PUT('/api/lab/phones/{mac}/cable', { ...path, body: { on } })),
  )
  return (
    <tr>
      {before}
      <td>
        {phone.deviceId > 0 ? (
          <chakra.b color="fjord">
            <Link to={`/fleet/${phone.deviceId}`}>{phone.label}</Link>
          </chakra.b>
        ) : (
          <chakra.span color="amberText">{phone.label}</chakra.span>
        )}
        <Box color="faded" fontSize="12px" whiteSpace={{ xl: 'nowrap' }}>
          <Mono>{phone.mac}</Mono> · {phone.model}
        </Box>
      </td>
      <td>{phone.rail && <Rail rail={phone.rail} />}</td>
      <td>
        {phone.screen}
        {phone.inCall && <chakra.b> · in a call</chakra.b>}
        {!phone.staffed && <Faded> · nobody takes calls</Faded>}
        {phone.typedByHand && <Faded> · typed by hand</Faded>}
        <Caller caller={phone.caller} />
        <Lamps phone={phone} mayAct={mayAct} />
        <Books phone={phone} mayAct={mayAct} />
        {phone.saved && (
          <chakra.details fontSize="12px">
            <chakra.summary cursor="pointer" color="fjord">
              what it saved long ago
            </chakra.summary>
            <chakra.pre fontFamily="mono" whiteSpace="pre-wrap" overflowWrap="anywhere">
              {phone.saved}
            </chakra.pre>
          </chakra.details>
        )}
      </td>
      <td>
        <Switch
          label={`Power of ${phone.mac}`}
          on={phone.powered}
          words={['on', 'off']}
          mayAct={mayAct}
          onSwitch={power.mutate}
        />
      </td>
      <td>
        <Switch
          label={`Cable of ${phone.mac}`}
          on={phone.cable}
          words={['in', 'out']}
          mayAct={mayAct}
          onSwitch={cable.mutate}
        />
      </td>
      <td>{mayAct && (phone.powered || onBreak) && <Fault phone={phone} onBreak={onBreak} />}</td>
    </tr>
  )
}

/** Who called last, as its screen shows it, and from where it has the name. */
function Caller({ caller }: { caller: Schemas['CallerView'] }) {
  if (!caller.number) return null
  return (
    <Box fontSize="12px">
      {caller.name ? (
        <>
          Called by <b>{caller.name}</b> <Mono>{caller.number}</Mono>{' '}
          <Faded>
            looked up in “{caller.title}”, slot {caller.slot}
          </Faded>
        </>
      ) : (
        <>
          Called by <Mono>{caller.number}</Mono>
        </>
      )}
    </Box>
  )
}

const LIGHTS: Record<Schemas['Lamp']['light'], string> = {
  DARK: 'dark',
  OFF: 'off',
  BLINKING: 'blinks',
  ON: 'on',
}

/** What its lamps show, and their keys; those that are off say nothing. */
function Lamps({ phone, mayAct }: { phone: Phone; mayAct: boolean }) {
  const press = useChange((lamp: Schemas['Lamp']) =>
    unwrap(
      client.POST('/api/lab/phones/{mac}/press', {
        params: { path: { mac: phone.mac } },
        body: { caption: lamp.caption, number: lamp.number },
      }),
    ),
  )
  const shown = phone.lamps.filter((l) => l.light !== 'OFF')
  const name = (l: Schemas['Lamp']) => (l.caption ? `Lamp ${l.caption}` : `Messages of ${l.number}`)
  return (
    <Box fontSize="12px" color="faded">
      {shown.map((l) => (
        <Flex key={l.caption + l.number} gap="6px" color={l.light === 'DARK' ? 'rust' : 'amberText'}>
          <span>{`${name(l)}: ${LIGHTS[l.light]}`}</span>
          {mayAct && phone.powered && (
            <Act
              kind="quiet"
              aria-label={`Press the key of ${name(l)}`}
              disabled={press.isPending}
              onClick={() => press.mutate(l)}
            >
              press its key
            </Act>
          )}
        </Flex>
      ))}
      {press.data && (
        <Box role="status" color={press.data.worked ? 'ink' : 'rust'}>
          {press.data.worked ? 'Answered: ' : 'Not answered: '}
          {press.data.detail}
        </Box>
      )}
      <Trouble error={press.error} />
    </Box>
  )
}

type SwitchProps = {
  label: string
  on: boolean
  words: [string, string]
  mayAct: boolean
  onSwitch: (on: boolean) => void
}

function Switch({ label, on, words, mayAct, onSwitch }: SwitchProps) {
  return (
    <chakra.label display="inline-flex" gap="6px" alignItems="center" color={on ? 'ink' : 'rust'}>
      <input
        type="checkbox"
        role="switch"
        aria-label={label}
        checked={on}
        disabled={!mayAct}
        onChange={() => onSwitch(!on)}
      />
      {on ? words[0] : words[1]}
    </chakra.label>
  )
}

/** One fault at a time: what somebody does with their fingers. */
function Fault({ phone, onBreak }: { phone: Phone; onBreak: RowProps['onBreak'] }) {
  const [fault, setFault] = useState('')
  const [line, setLine] = useState(1)
  const [keep, setKeep] = useState(12)
  const [code, setCode] = useState('')
  const [dialog, setDialog] = useState('')
  const path = { params: { path: { mac: phone.mac } } }
  const act = useChange(
    async () => {
      if (fault === 'CROSS') return unwrap(client.POST('/api/lab/phones/{mac}/cross', path))
      if (fault === 'CLAIM')
        return unwrap(client.POST('/api/lab/phones/{mac}/claim', { ...path, body: { code } }))
      if (fault === 'CALL') return unwrap(client.POST('/api/lab/phones/{mac}/call', path))
      if (fault === 'CLOCK' || fault === 'CLOCK_RIGHT')
        return unwrap(
          client.PUT('/api/lab/phones/{mac}/clock', {
            ...path,
            body: { ahead: fault === 'CLOCK' ? -3600 : 0 },
          }),
        )
      if (fault === 'AWAY' || fault === 'BACK')
        return unwrap(
          client.PUT('/api/lab/phones/{mac}/staffed', { ...path, body: { on: fault === 'BACK' } }),
        )
      if (fault === 'LOG_OFF' || fault === 'RESET')
        return unwrap(client.POST('/api/lab/phones/act', { body: { macs: [phone.mac], act: fault as Many } }))
      if (fault === 'RESTART') return unwrap(client.POST('/api/lab/phones/{mac}/restart', path))
      return unwrap(
        client.POST('/api/lab/phones/{mac}/mistype', { ...path, body: { way: fault as Way, line, keep } }),
      )
    },
    () => setFault(''),
  )
  const typed = ![
    '',
    'CROSS',
    'RESTART',
    'CLAIM',
    'CALL',
    'CLOCK',
    'CLOCK_RIGHT',
    'AWAY',
    'BACK',
    'LOG_OFF',
    'RESET',
  ].includes(fault)
  return (
    <>
      <Flex gap="6px" align="center">
        <Choice
          aria-label={`Fault at ${phone.mac}`}
          value={fault}
          onChange={(e) => {
            if (e.target.value === 'LINK') onBreak?.(phone.mac)
            else if (e.target.value === 'ACCOUNT' || e.target.value === 'TAKE') setDialog(e.target.value)
            else setFault(e.target.value)
          }}
          width={{ base: '130px', xl: '180px' }}
        >
          <option value="">nothing</option>
          {FAULTS.filter(([name]) =>
            name === 'LINK'
              ? onBreak
              : !phone.powered
                ? false
                : name === 'CLAIM'
                  ? phone.deviceId === 0
                  : name !== 'CROSS' || phone.lines > 1,
          ).map(([name, label]) => (
            <option key={name} value={name}>
              {label}
            </option>
          ))}
        </Choice>
        {fault === 'CLAIM' && (
          <Entry
            aria-label="Claim code"
            placeholder="4417-9036"
            width="104px"
            fontFamily="mono"
            value={code}
            onChange={(e) => setCode(e.target.value)}
          />
        )}
        {fault === 'CUT' && (
          <Entry
            aria-label="How many characters"
            type="number"
            min={1}
            max={64}
            width="56px"
            value={keep}
            onChange={(e) => setKeep(Number(e.target.value))}
          />
        )}
        {typed && phone.lines > 1 && (
          <Choice aria-label="Line" value={line} onChange={(e) => setLine(Number(e.target.value))}>
            {Array.from({ length: phone.lines }, (_, i) => (
              <option key={i} value={i + 1}>
                line {i + 1}
              </option>
            ))}
          </Choice>
        )}
        {fault !== '' && (
          <Act disabled={act.isPending} onClick={() => act.mutate(undefined)}>
            Do it
          </Act>
        )}
      </Flex>
      <Trouble error={act.error} />
      {dialog === 'ACCOUNT' && <SetAccount mac={phone.mac} onClose={() => setDialog('')} />}
      {dialog === 'TAKE' && <TakeFile mac={phone.mac} onClose={() => setDialog('')} />}
    </>
  )
}
