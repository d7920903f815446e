import { Flex, chakra } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import type { Schemas } from '../../api/client'
import { useChange, useSession } from '../../api/queries'
import { Act } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { LookedRows, LookedSums, worthTaking } from '../../kit/LookedRows'
import { Trouble } from '../../kit/Trouble'
import { tellDone } from '../../kit/undo'
import { sendFile } from '../../api/sendFile'

type Looked = Schemas['Looked']
type What = 'people' | 'extensions' | 'numbers' | 'groups' | 'diversions'
type Props = { what: What; domainId: number; accounts?: boolean }

/** The list out as a table, and a table in: shown first, then taken. */
export function ExchangeActs({ what, domainId, accounts = false }: Props) {
  const role = useSession().data?.role
  const picker = useRef<HTMLInputElement>(null)
  const [file, setFile] = useState<File | undefined>()
  const out = (name: string, more = '') => `/api/export/${name}?domainId=${domainId}${more}`
  return (
    <Flex gap="10px" align="center">
      <chakra.a color="fjord" href={out(`${what}.csv`)} download>
        Export CSV
      </chakra.a>
      {accounts && role !== 'VIEWER' && <Accounts out={out} lead={role === 'LEAD'} />}
      {role !== 'VIEWER' && (
        <>
          <Act kind="quiet" onClick={() => picker.current?.click()}>
            Import…
          </Act>
          <input
            ref={picker}
            type="file"
            aria-label={`A table of ${what}`}
            accept=".csv,.tsv,.txt,text/csv,text/plain"
            style={{ display: 'none' }}
            onChange={(e) => {
              setFile(e.target.files?.[0])
              e.target.value = ''
            }}
          />
        </>
      )}
      {file && <Import what={what} domainId={domainId} file={file} onClose={() => setFile(undefined)} />}
    </Flex>
  )
}

/** The account list that a registrar needs; with passwords only for a lead, and recorded. */
function Accounts({ out, lead }: { out: (name: string, more?: string) => string; lead: boolean }) {
  const [open, setOpen] = useState(false)
  const [secrets, setSecrets] = useState(false)
  const more = secrets ? '&secrets=true' : ''
  return (
    <>
      <Act kind="quiet" onClick={() => setOpen(true)}>
        Accounts for a registrar…
      </Act>
      {open && (
        <Dialog title="Accounts for a registrar" onClose={() => setOpen(false)} width="440px">
          <p>Every extension with its authentication user, realm and limits.</p>
          <chakra.label display="inline-flex" gap="6px" my="8px" color={lead ? undefined : 'faded'}>
            <input
              type="checkbox"
              disabled={!lead}
              checked={secrets}
              onChange={(e) => setSecrets(e.target.checked)}
            />
            With the passwords in clear {lead ? '(this is recorded)' : '(leads only)'}
          </chakra.label>
          <Flex gap="8px">
            <Act asChild>
              <a href={out('accounts.csv', more)} download>
                As CSV
              </a>
            </Act>
            <Act asChild>
              <a href={out('accounts.json', more)} download="accounts.json">
                As JSON
              </a>
            </Act>
          </Flex>
        </Dialog>
      )}
    </>
  )
}

function Import({
  what,
  domainId,
  file,
  onClose,
}: {
  what: What
  domainId: number
  file: File
  onClose: () => void
}) {
  const path = `/api/import/${what}`
  const [looked, setLooked] = useState<Looked | undefined>()
  const look = useChange(
    () => sendFile<Looked>(`${path}?domainId=${domainId}`, file),
    (result) => setLooked(result),
  )
  const take = useChange(
    () => sendFile<Schemas['Taken']>(`${path}/take?domainId=${domainId}`, file),
    (taken) => {
      tellDone({
        actId: taken.actId,
        text: `Imported ${taken.rows} ${taken.rows === 1 ? 'row' : 'rows'} from ${file.name}.`,
      })
      onClose()
    },
  )
  const [asked, setAsked] = useState(false)
  if (!asked) {
    setAsked(true)
    look.mutate(undefined)
  }
  const work = worthTaking(looked)
  return (
    <Dialog
      title={`Import ${what} from ${file.name}`}
      onClose={onClose}
      width="760px"
      footer={
        looked && (
          <>
            <Act kind="main" disabled={work === 0 || take.isPending} onClick={() => take.mutate(undefined)}>
              Take {work} {work === 1 ? 'row' : 'rows'}
            </Act>
            <LookedSums looked={looked} />
          </>
        )
      }
    >
      <Trouble error={look.error ?? take.error} />
      {looked && (
        <LookedRows looked={looked} nothing="The table says what the records say: nothing is to be done." />
      )}
    </Dialog>
  )
}
