import { chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { Act, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { FamilySheet } from './FamilySheet'
import { GroundList } from './GroundList'
import { OpenFamily } from './OpenFamily'
import { useFamilies } from './queries'

type Family = Schemas['FamilyForm']

const FRESH: Family = {
  id: '',
  name: '',
  contentType: 'text/plain;charset=UTF-8',
  before: '',
  after: '.cfg',
  escaping: 'KEY_VALUE',
  body: 'name = {{label}}\n{{#stations}}\nuser.{{position}} = {{authUser}}\n{{/stations}}\n',
  phonebook: '',
  letters: 'ALL',
  note: '',
  shipped: false,
  models: 0,
  changedBy: '',
  version: 0,
}

/** Families: how the files of models are written that read the same dialect. */
export function Families({ open }: { open: string }) {
  const families = useFamilies()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [writing, setWriting] = useState<Family | undefined>()
  const chosen = families.data?.find((f) => f.id === open) ?? families.data?.[0]
  return (
    <GroundList
      label="Families"
      wide
      items={
        families.data?.map((f) => ({
          to: `/settings/families/${f.id}`,
          name: f.name ?? '',
          detail: `${f.shipped ? 'comes with Jordfell' : `by ${f.changedBy}`}, ${f.models} ${f.models === 1 ? 'model' : 'models'}`,
          chosen: !writing && f.id === chosen?.id,
        })) ?? []
      }
      more={
        mayChange && (
          <>
            <Act kind="quiet" onClick={() => setWriting(FRESH)}>
              Write a family…
            </Act>
            <br />
            <OpenFamily onOpen={setWriting} />
          </>
        )
      }
    >
      <Trouble error={families.error} />
      {writing ? (
        <FamilySheet key="fresh" family={writing} onDone={() => setWriting(undefined)} />
      ) : (
        chosen && (
          <>
            <FamilySheet key={chosen.id} family={chosen} />
            <chakra.a
              display="inline-block"
              mt="10px"
              color="fjord"
              textDecoration="underline"
              href={`/api/open/families/${chosen.id}`}
            >
              Export as JSON
            </chakra.a>
            {chosen.shipped && mayChange && (
              <chakra.p mt="10px">
                <Faded>It comes with Jordfell and stays as it is.</Faded>{' '}
                <Act
                  kind="quiet"
                  onClick={() =>
                    setWriting({
                      ...chosen,
                      id: '',
                      name: `${chosen.name} (copy)`,
                      shipped: false,
                      version: 0,
                    })
                  }
                >
                  Copy it and change the copy
                </Act>
              </chakra.p>
            )}
          </>
        )
      )}
    </GroundList>
  )
}
