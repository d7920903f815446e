import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { Problem } from '../../api/problem'
import { Trouble } from '../../kit/Trouble'

type Family = Schemas['FamilyForm']

/** A family from a JSON document, opened in the editor; nothing is kept before it is said there. */
export function OpenFamily({ onOpen }: { onOpen: (family: Family) => void }) {
  const [problem, setProblem] = useState<Problem | undefined>()
  const open = async (file: File | undefined) => {
    if (!file) return
    try {
      const read = JSON.parse(await file.text()) as Schemas['FamilyDocument']
      if (read.kind !== 'jordfell-family') {
        throw new Error(`it is a document of kind “${String(read.kind)}”, not jordfell-family`)
      }
      setProblem(undefined)
      onOpen({
        id: read.id,
        name: read.name,
        contentType: read.contentType,
        before: read.beforeMac,
        after: read.afterMac,
        escaping: read.escaping as NonNullable<Family['escaping']>,
        body: read.body.join('\n'),
        phonebook: read.phonebook?.join('\n') ?? '',
        letters: (read.letters ?? 'ALL') as NonNullable<Family['letters']>,
        note: read.note ?? '',
        shipped: false,
        models: 0,
        changedBy: '',
        version: 0,
      })
    } catch (e) {
      setProblem(new Problem(0, `${file.name} can’t be opened: ${(e as Error).message}.`, []))
    }
  }
  return (
    <Box>
      <chakra.label color="fjord" fontWeight={600} px="4px" cursor="pointer">
        Open a JSON file…
        <chakra.input
          type="file"
          accept="application/json,.json"
          aria-label="A family as JSON"
          srOnly
          onChange={(e) => void open(e.target.files?.[0])}
        />
      </chakra.label>
      <Trouble error={problem} />
    </Box>
  )
}
