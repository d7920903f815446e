import { Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useChange } from '../../api/queries'
import { Act, Faded, LongEntry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { LookedRows, LookedSums, worthTaking } from '../../kit/LookedRows'
import { Trouble } from '../../kit/Trouble'
import { tellDone } from '../../kit/undo'
import { sendFile } from '../../api/sendFile'
import type { Phonebook } from './queries'

type Looked = Schemas['Looked']

/** Contacts out of a file or of what is pasted: shown first what each would change, then taken. */
export function ImportContacts({ phonebook, onClose }: { phonebook: Phonebook; onClose: () => void }) {
  const path = `/api/phonebooks/${phonebook.id}/import`
  const [pasted, setPasted] = useState('')
  const [file, setFile] = useState<File | undefined>()
  const [looked, setLooked] = useState<Looked | undefined>()
  const what = () => file ?? new File([pasted], 'what was pasted')
  const look = useChange((from: File) => sendFile<Looked>(path, from), setLooked)
  const take = useChange(
    () => sendFile<Schemas['ImportTaken']>(`${path}/take`, what()),
    (taken) => {
      tellDone({
        actId: taken.actId,
        text: `Imported ${taken.rows} ${taken.rows === 1 ? 'contact' : 'contacts'} into ${phonebook.name}.`,
      })
      onClose()
    },
  )
  const work = worthTaking(looked)
  return (
    <Dialog
      title={`Contacts into ${phonebook.name}`}
      onClose={onClose}
      width="760px"
      unsaved={pasted !== '' || !!file}
      footer={
        looked ? (
          <>
            <Act kind="main" disabled={work === 0 || take.isPending} onClick={() => take.mutate(undefined)}>
              Take {work} {work === 1 ? 'contact' : 'contacts'}
            </Act>
            <Act kind="quiet" onClick={() => setLooked(undefined)}>
              Back
            </Act>
            <LookedSums looked={looked} />
          </>
        ) : (
          <Act
            kind="main"
            disabled={(!file && !pasted.trim()) || look.isPending}
            onClick={() => look.mutate(what())}
          >
            Look at it
          </Act>
        )
      }
    >
      {!looked && (
        <>
          <Flex align="center" gap="10px" mb="10px">
            <chakra.label color="fjord" fontWeight={600} cursor="pointer">
              Choose a file…
              <chakra.input
                type="file"
                srOnly
                aria-label="A file of contacts"
                accept=".csv,.txt,.vcf,.json,.xml,text/csv,text/vcard,application/json,application/xml"
                onChange={(e) => setFile(e.target.files?.[0])}
              />
            </chakra.label>
            <Faded>
              {file ? file.name : 'CSV with headings, vCards, the JSON that is exported here, or XML'}
            </Faded>
          </Flex>
          {!file && (
            <Field label="Or paste the same">
              <LongEntry
                width="100%"
                rows={10}
                fontFamily="mono"
                fontSize="12px"
                placeholder={
                  'Family name,Given name,Department,Numbers\nSørvik,Ida,Quay,extension 2413; mobile +999 55 01 24'
                }
                value={pasted}
                onChange={(e) => setPasted(e.target.value)}
              />
            </Field>
          )}
        </>
      )}
      <Trouble error={look.error ?? take.error} />
      {looked && (
        <LookedRows looked={looked} nothing="It says what the phonebook says: nothing is to be done." />
      )}
    </Dialog>
  )
}
