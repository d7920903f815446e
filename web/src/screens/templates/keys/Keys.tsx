import { Box, Flex, chakra } from '@chakra-ui/react'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../../../api/client'
import { unwrap } from '../../../api/problem'
import { useSession } from '../../../api/queries'
import { useLeaving } from '../../../form/useLeaving'
import { Act, Faded, Heading } from '../../../kit/basics'
import { DevicePicker } from '../../../kit/DevicePicker'
import { Empty } from '../../../kit/Empty'
import { Trouble } from '../../../kit/Trouble'
import { Missing } from '../../../kit/Shown'
import { TemplateChooser } from '../TemplateChooser'
import { TemplatesFrame } from '../TemplatesFrame'
import { useTemplate } from '../useTemplate'
import { KeyEditor } from './KeyEditor'
import { PhoneEdge } from './PhoneEdge'
import { useKeyLayout } from './useKeyLayout'

type Layer = 'TEMPLATE' | 'DEVICE'

/** The keys of a template or of one device, drawn as the edge of the phone that is looked at. */
export function Keys() {
  const { templates, template, deviceId, chooseDevice } = useTemplate()
  const navigate = useNavigate()
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [layer, setLayer] = useState<Layer>('TEMPLATE')
  const leaving = useLeaving()
  const owner = layer === 'TEMPLATE' ? (template?.id ?? 0) : deviceId
  return (
    <TemplatesFrame>
      <Flex height="100%">
        <Box
          width={{ base: '176px', xl: '210px' }}
          flexShrink={0}
          p="14px 16px"
          borderRight="1px solid"
          borderColor="line"
        >
          <TemplateChooser
            templates={templates}
            template={template}
            onChoose={(id) => void navigate(`/templates/keys/${id}`)}
          />
          <Box mt="16px">
            <Heading>Drawn for</Heading>
            <DevicePicker
              label="Device"
              value={deviceId}
              onChoose={(id) =>
                layer === 'DEVICE' ? leaving.leave(() => chooseDevice(id)) : chooseDevice(id)
              }
            />
          </Box>
          <Box mt="16px" role="radiogroup" aria-label="Whose keys are laid out">
            <Heading>Lay out for</Heading>
            {(['TEMPLATE', 'DEVICE'] as const).map((l) => (
              <chakra.label key={l} display="flex" gap="6px" mt="4px">
                <input
                  type="radio"
                  name="layer"
                  checked={layer === l}
                  onChange={() => leaving.leave(() => setLayer(l))}
                />
                {l === 'TEMPLATE' ? `all that follow ${template?.name ?? 'it'}` : 'this device alone'}
              </chakra.label>
            ))}
          </Box>
        </Box>
        {leaving.question}
        {owner > 0 && deviceId > 0 ? (
          <Board
            key={`${layer}${owner}`}
            layer={layer}
            owner={owner}
            deviceId={deviceId}
            mayChange={mayChange}
          />
        ) : (
          <Empty title="No device follows this template yet">
            Keys are drawn for a real phone: give the template to one.
          </Empty>
        )}
      </Flex>
    </TemplatesFrame>
  )
}

type BoardProps = { layer: Layer; owner: number; deviceId: number; mayChange: boolean }

function Board({ layer, owner, deviceId, mayChange }: BoardProps) {
  const layout = useKeyLayout(layer, owner)
  const [at, setAt] = useState(1)
  const plan = useQuery({
    queryKey: ['keys', 'plan', deviceId, layer, owner, layout.wishes],
    queryFn: () =>
      unwrap(
        client.POST('/api/devices/{id}/keys', {
          params: { path: { id: deviceId } },
          body: { layer, owner: String(owner), wishes: layout.wishes },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  })
  const mine = new Set(layout.wishes.map((w) => w.position))
  return (
    <Flex flex="1" minW="0" minH="0">
      <Box flex="1" minW="0" p="14px 18px" overflow="auto">
        {plan.data && (
          <>
            <Flex gap="10px" align="baseline" mb="10px">
              <chakra.h1 fontSize="17px" fontWeight={700}>
                {plan.data.model}
              </chakra.h1>
              <Faded>
                {plan.data.bank.keys} keys{plan.data.bank.pages > 1 && ` on ${plan.data.bank.pages} pages`}
                {plan.data.bank.sidecars > 0 && `, ${plan.data.bank.sidecars} sidecars`}
              </Faded>
              <chakra.span ml="auto">
                <chakra.a
                  color="fjord"
                  textDecoration="underline"
                  href={`/api/devices/${deviceId}/key-labels`}
                  target="_blank"
                  rel="noreferrer"
                >
                  Labels to print
                </chakra.a>
              </chakra.span>
            </Flex>
            {!plan.data.written && (
              <chakra.p color="amberText" mb="10px">
                ◇ This model’s files have no place for keys.
              </chakra.p>
            )}
            <PhoneEdge
              plan={plan.data}
              mine={mine}
              at={at}
              onAt={setAt}
              onMove={mayChange ? layout.move : undefined}
            />
            <Misfits plan={plan.data} mine={mine} onMove={mayChange ? layout.move : undefined} />
          </>
        )}
        <Missing query={plan} what="The layout" />
      </Box>
      <Box
        as="aside"
        aria-label="Key"
        width={{ base: '270px', xl: '330px' }}
        flexShrink={0}
        p="14px 16px"
        borderLeft="1px solid"
        borderColor="line"
        overflow="auto"
      >
        <KeyEditor
          key={at}
          position={at}
          place={plan.data?.placed.find((p) => p.position === at)}
          wish={layout.wishes.find((w) => w.position === at)}
          mayChange={mayChange}
          onSet={layout.set}
          onPaste={layout.paste}
        />
        {layout.changed && (
          <Box mt="18px" p="10px" bg="sheet" borderLeft="3px solid" borderColor="fjord" role="status">
            <Faded>Changed here, and not kept yet.</Faded>
            <Flex gap="8px" mt="6px">
              <Act kind="main" disabled={layout.keep.isPending} onClick={() => layout.keep.mutate(undefined)}>
                Keep the keys
              </Act>
              <Act kind="quiet" onClick={layout.forget}>
                Forget the changes
              </Act>
            </Flex>
            <Trouble error={layout.keep.error} />
          </Box>
        )}
      </Box>
    </Flex>
  )
}

type MisfitProps = {
  plan: Schemas['KeyPlanView']
  mine: Set<number>
  onMove: ((from: number, to: number) => void) | undefined
}

/** What does not fit on this phone, and where it would go. */
function Misfits({ plan, mine, onMove }: MisfitProps) {
  if (plan.misfits.length === 0) return null
  return (
    <Box mt="18px">
      <chakra.p color="amberText" fontWeight={600}>
        ◇ {plan.sentence}
      </chakra.p>
      {plan.misfits.map((m) => (
        <Flex key={m.position} gap="10px" py="3px" align="baseline">
          <span>
            Key {m.position}: {m.label} <Faded>{m.target}</Faded>
          </span>
          <Faded>
            {m.moveTo > 0 ? `would go to key ${m.moveTo}` : 'no key is free'}
            {!mine.has(m.position) && `; ${m.origin} says so`}
          </Faded>
          {m.moveTo > 0 && mine.has(m.position) && onMove && (
            <Act kind="quiet" onClick={() => onMove(m.position, m.moveTo)}>
              Move it
            </Act>
          )}
        </Flex>
      ))}
    </Box>
  )
}
