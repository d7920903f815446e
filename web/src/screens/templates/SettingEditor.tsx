import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { useUnsaved } from '../../kit/unsaved'
import { Age } from '../../kit/Age'
import { Act, Choice, Entry, Faded, Mono } from '../../kit/basics'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { UnsavedStrip } from '../../kit/UnsavedStrip'
import { BookOffer } from './BookOffer'
import { NameOffer } from './NameOffer'
import type { Owner } from './owner'
import type { Trial } from './useTrial'

type Setting = Schemas['SettingView']
type Props = {
  setting: Setting
  owner: Owner
  /** The device at the right, by label. */
  device: string
  tried: Schemas['Tried'] | undefined
  onTry: (trial: Trial | undefined) => void
  onClose: () => void
}

const BOOKS = 'phonebooks-offered'

/** One setting's value in one layer, edited in its row; what it comes to for the chosen device is told while typing. */
export function SettingEditor(props: Props) {
  const { setting, owner } = props
  const path = { params: { path: { layer: owner.layer, owner: owner.owner, key: setting.key } } }
  const word = useQuery({
    queryKey: ['word', owner.layer, owner.owner, setting.key],
    queryFn: () => unwrap(client.GET('/api/settings/{layer}/{owner}/{key}', path)),
    staleTime: 0,
  })
  if (!word.data) return null
  return <Opened {...props} seen={word.data} />
}

function Opened({
  setting,
  owner,
  device,
  tried,
  onTry,
  onClose,
  seen,
}: Props & { seen: Schemas['OwnWord'] }) {
  // What was seen when the editor opened; a change by somebody else must not slip in beneath what is typed.
  const [opened, setOpened] = useState(seen)
  const secret = setting.kind === 'secret'
  const kept = seen.value ?? setting.value
  const [value, setValue] = useState(secret ? '' : kept)
  const [locked, setLocked] = useState(seen.locked)
  const [written, setWritten] = useState(isWritten(seen.value ?? ''))
  const entry = useRef<HTMLInputElement>(null)
  const { layer, owner: ownerId } = owner
  const { key } = setting
  // A secret is dots in every file, and is not sent about.
  useEffect(() => {
    onTry(secret || value === kept ? undefined : { layer, owner: ownerId, key, value })
    return () => onTry(undefined)
  }, [onTry, secret, layer, ownerId, key, value, kept])
  const path = {
    params: {
      path: { layer: owner.layer, owner: owner.owner, key: setting.key },
      header: { 'If-Match': `"${opened.version}"` },
    },
  }
  const dirty = value !== (secret ? '' : kept) || locked !== opened.locked
  const [asking, setAsking] = useState(false)
  const isKept = useUnsaved(`${setting.label} of ${owner.name}`, dirty)
  const done = () => {
    isKept()
    onClose()
  }
  const leave = () => (dirty && !asking ? setAsking(true) : done())
  const put = useChange(
    () => unwrap(client.PUT('/api/settings/{layer}/{owner}/{key}', { ...path, body: { value, locked } })),
    done,
  )
  const takeBack = useChange(() => unwrap(client.DELETE('/api/settings/{layer}/{owner}/{key}', path)), done)
  const overtaken = asProblem(put.error)?.status === 412 || asProblem(takeBack.error)?.status === 412
  const onKeyDown = (e: React.KeyboardEvent) => {
    if (e.key === 'Enter') put.mutate(undefined)
    if (e.key === 'Escape') leave()
  }
  const common = {
    width: '100%',
    fontFamily: 'mono',
    autoFocus: true,
    value,
    onKeyDown,
    onChange: (e: React.ChangeEvent<HTMLInputElement | HTMLSelectElement>) => setValue(e.target.value),
  }
  const chosen = ['choice', 'yesno'].includes(setting.kind) && !written
  return (
    <tr>
      <td colSpan={3}>
        <Box bg="sheet" border="1px solid" borderColor="fjord" p="10px" my="4px">
          <Field
            label={`${setting.label}${setting.unit ? `, in ${setting.unit}` : ''}`}
            problem={asProblem(put.error)?.at('/value')}
            help={help(setting, seen.understoodBy)}
          >
            {chosen ? (
              <Choice {...common}>
                {setting.options.map((o) => (
                  <option key={o}>{o}</option>
                ))}
              </Choice>
            ) : (
              <Entry
                ref={entry}
                {...common}
                type={secret ? 'password' : 'text'}
                autoComplete="off"
                {...(setting.kind === 'book' ? { list: BOOKS } : {})}
              />
            )}
          </Field>
          {setting.kind === 'book' && <BookOffer id={BOOKS} />}
          {!chosen && !secret && <NameOffer value={value} entry={entry} onTake={setValue} />}
          {tried && <Outcome setting={setting} device={device} written={isWritten(value)} tried={tried} />}
          {overtaken && (
            <Box
              role="alert"
              bg="amberBg"
              borderLeft="3px solid"
              borderColor="amber"
              px="10px"
              py="6px"
              mt="8px"
            >
              {asProblem(put.error ?? takeBack.error)?.message}
              <Flex gap="8px" mt="6px">
                <Act
                  onClick={() => {
                    setOpened(seen)
                    put.reset()
                    takeBack.reset()
                  }}
                >
                  Mine shall stand
                </Act>
                <Act onClick={done}>Leave theirs</Act>
              </Flex>
            </Box>
          )}
          <Flex gap="8px" mt="8px" align="center" wrap="wrap">
            <Act kind="main" disabled={put.isPending || overtaken} onClick={() => put.mutate(undefined)}>
              Set here
            </Act>
            {opened.version > 0 && (
              <Act disabled={takeBack.isPending || overtaken} onClick={() => takeBack.mutate(undefined)}>
                Take back
              </Act>
            )}
            <Act kind="quiet" onClick={done}>
              Leave it
            </Act>
            <chakra.label display="inline-flex" gap="6px" alignItems="center">
              <input type="checkbox" checked={locked} onChange={() => setLocked(!locked)} />
              locked: nothing above may override it
            </chakra.label>
            {['choice', 'yesno'].includes(setting.kind) && (
              <Act kind="quiet" onClick={() => setWritten(!written)}>
                {written ? 'Choose' : 'Write a formula'}
              </Act>
            )}
          </Flex>
          {asking && dirty && <UnsavedStrip onStay={() => setAsking(false)} onLeave={done} />}
          <Past past={opened.past} />
          {!overtaken && <Trouble error={put.error ?? takeBack.error} shownAt={['/value']} />}
        </Box>
      </td>
    </tr>
  )
}

const isWritten = (value: string) => value.startsWith('=') || value.includes('{{')

function help(s: Setting, understoodBy: string[]): string {
  const models =
    understoodBy.length > 0 ? `Understood by ${understoodBy.join(', ')}.` : 'No model understands it.'
  const range = s.min != null && s.max != null ? ` ${s.min} to ${s.max}${s.unit ? ' ' + s.unit : ''}.` : ''
  const words = s.kind === 'words' ? ` Of ${s.options.join(', ')}, divided by commas.` : ''
  const usual = s.usual ? ` Usually ${s.usual}.` : ''
  return `${s.purpose}${range}${words}${usual}${s.restart ? ' A change needs a restart.' : ''} ${models}`
}

type OutcomeProps = { setting: Setting; device: string; written: boolean; tried: Schemas['Tried'] }

/** What the typed value comes to on the device at the right. */
function Outcome({ setting, device, written, tried }: OutcomeProps) {
  const ignored = !tried.problem && !tried.file.lines.some((l) => l.spots.some((s) => s.key === setting.key))
  return (
    <Box mt="6px" fontSize="12.5px" aria-live="polite">
      {tried.problem ? (
        <chakra.span color="rust">
          On {device}: {tried.problem}
        </chakra.span>
      ) : (
        <>
          {written && (
            <>
              On {device} it comes to <Mono>{tried.value || 'nothing'}</Mono>
            </>
          )}
          {!tried.stands && <Faded>{written ? ', but another' : 'Another'} layer overrides it there. </Faded>}
          {tried.stands && ignored && <Faded> Nothing in the file of {device} depends on it.</Faded>}
        </>
      )}
    </Box>
  )
}

function Past({ past }: { past: Schemas['PastView'][] }) {
  if (past.length === 0) return null
  return (
    <Box mt="8px" fontSize="12px" color="faded">
      {past.slice(0, 4).map((p, i) => (
        <div key={i}>
          {p.who} {p.became == null ? 'took back' : 'set'} <Mono>{p.became ?? p.was}</Mono>
          {p.became != null && p.was != null && (
            <>
              {' '}
              over <Mono>{p.was}</Mono>
            </>
          )}
          , <Age at={p.at} /> ago
        </div>
      ))}
    </Box>
  )
}
