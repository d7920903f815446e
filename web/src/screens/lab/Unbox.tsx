import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { client } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useGround } from '../../api/queries'
import { Act, Choice, Entry } from '../../kit/basics'
import { Dialog } from '../../kit/Dialog'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'

/** A new phone out of its box, plugged in at a site: it asks for a configuration until it gets one. */
export function Unbox({ onClose }: { onClose: () => void }) {
  const ground = useGround().data
  const [mac, setMac] = useState('')
  const [modelId, setModelId] = useState('')
  const [siteId, setSiteId] = useState(0)
  const model = modelId || ground?.models[0]?.id || ''
  const site = siteId || ground?.sites[0]?.id || 0
  const unbox = useChange(
    () => unwrap(client.POST('/api/lab/phones', { body: { mac, modelId: model, siteId: site } })),
    onClose,
  )
  const problem = asProblem(unbox.error)
  return (
    <Dialog
      title="Unbox a phone"
      onClose={onClose}
      width="400px"
      footer={
        <Act kind="main" disabled={unbox.isPending} onClick={() => unbox.mutate(undefined)}>
          Plug it in
        </Act>
      }
    >
      <Box display="grid" gap="10px">
        <Field label="Model" problem={problem?.at('/modelId')}>
          <Choice width="100%" value={model} onChange={(e) => setModelId(e.target.value)}>
            {ground?.models
              .filter((m) => m.kind !== 'SOFTPHONE')
              .map((m) => (
                <option key={m.id} value={m.id}>
                  {m.name}
                </option>
              ))}
            {!ground?.models.some((m) => m.id === 'brask-9') && (
              <option value="brask-9">Brask 9 (nobody supports it)</option>
            )}
          </Choice>
        </Field>
        <Field label="Plugged in at" problem={problem?.at('/siteId')}>
          <Choice width="100%" value={site} onChange={(e) => setSiteId(Number(e.target.value))}>
            {ground?.sites.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </Choice>
        </Field>
        <Field label="MAC on its label" problem={problem?.at('/mac')} help="Empty: one is made up.">
          <Entry width="100%" fontFamily="mono" value={mac} onChange={(e) => setMac(e.target.value)} />
        </Field>
      </Box>
      <Trouble error={unbox.error} shownAt={['/mac', '/modelId', '/siteId']} />
    </Dialog>
  )
}
