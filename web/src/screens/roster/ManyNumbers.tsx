import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act, Entry, Faded } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { tellDone } from '../../kit/undo'
import { useRingImpact } from '../calls/queries'
import { RingsElsewhere } from '../calls/RingsElsewhere'

type Props = { domainId: number; q: string; onClose: () => void }
type What = 'extension' | 'announcement' | 'prefix' | 'note'

const FIELDS: readonly (readonly [What, string])[] = [
  ['extension', 'Rings'],
  ['announcement', 'Says, and rings nothing'],
  ['prefix', 'Prefix shown before the caller'],
  ['note', 'Note'],
]

/** Many outside numbers changed alike: only what is ticked, everything else stays as it is with each. */
export function ManyNumbers({ domainId, q, onClose }: Props) {
  const [wish, setWish] = useState<Partial<Record<What, string>>>({})
  const body: Schemas['ManyNumbers'] = { domainId, q, ...wish }
  const ticked = Object.keys(wish).length > 0
  const impact = useRingImpact(body, ticked, (w) =>
    unwrap(client.POST('/api/outside-numbers/many/impact', { body: w })),
  )
  const keep = useChange(
    () => unwrap(client.POST('/api/outside-numbers/many', { body })),
    (done) => {
      tellDone({ actId: done.actId, text: 'The outside numbers were changed.' })
      onClose()
    },
  )
  const tick = (what: What, on: boolean) =>
    setWish((before) => {
      const { [what]: gone, ...others } = before
      return on ? { ...others, [what]: gone ?? '' } : others
    })
  const problem = asProblem(keep.error) ?? asProblem(impact.error)
  return (
    <Dialog
      title={q ? `Change the outside numbers with “${q}”` : 'Change all outside numbers'}
      onClose={onClose}
      width="520px"
      unsaved={ticked}
      footer={
        <Act kind="main" disabled={!ticked || keep.isPending} onClick={() => keep.mutate(undefined)}>
          Change them
        </Act>
      }
    >
      <Faded>Only what is ticked becomes the same for all; an empty field takes it away.</Faded>
      {FIELDS.map(([what, label]) => (
        <Flex key={what} gap="10px" align="end" mt="8px">
          <chakra.input
            type="checkbox"
            mb="8px"
            aria-label={`Change ${label}`}
            checked={what in wish}
            onChange={(e) => tick(what, e.target.checked)}
          />
          <Box flex="1">
            <Field label={label} problem={problem?.at(`/${what}`)}>
              <Entry
                width="100%"
                disabled={!(what in wish)}
                value={wish[what] ?? ''}
                onChange={(e) => setWish({ ...wish, [what]: e.target.value })}
              />
            </Field>
          </Box>
        </Flex>
      ))}
      {ticked && impact.isSuccess && <RingsElsewhere impact={impact.data} />}
      <Trouble error={keep.error ?? impact.error} shownAt={FIELDS.map(([what]) => `/${what}`)} />
    </Dialog>
  )
}
