import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Choice, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import type { Sheet } from './queries'

type Props = { sheet: Sheet; ground: Schemas['Ground'] }

/** What rows get that don't say otherwise: site, template, model, kit. */
export function Defaults({ sheet, ground }: Props) {
  // What was chosen counts at once: the next choice must not be made from what the server said before it.
  const [chosen, setChosen] = useState<Record<string, string>>({})
  const change = useChange(
    async (wish: Record<string, string>) => {
      try {
        return await unwrap(client.PUT('/api/intake/sheet/defaults', { body: wish }))
      } catch (e) {
        // What was refused is not shown as if it held.
        setChosen({})
        throw e
      }
    },
    undefined,
    'sheet',
  )
  const defaults = { ...sheet.defaults, ...chosen }
  const site = ground.sites.find((s) => s.name === defaults['site'])
  const set = (field: string, value: string) => {
    setChosen({ ...chosen, [field]: value })
    change.mutate({ ...defaults, [field]: value })
  }
  const ofDomain = <T extends { domainId: number }>(all: T[]) =>
    all.filter((one) => !site || one.domainId === site.domainId)
  return (
    <Flex gap="8px" align="center" ml="auto" wrap="wrap">
      <Faded>rows that don’t say go to</Faded>
      <Choice
        aria-label="Site"
        maxW="150px"
        value={defaults['site'] ?? ''}
        onChange={(e) => set('site', e.target.value)}
      >
        <option value="">site: ask</option>
        {ground.sites.map((s) => (
          <option key={s.id}>{s.name}</option>
        ))}
      </Choice>
      <Choice
        aria-label="Template"
        maxW="130px"
        value={defaults['template'] ?? ''}
        onChange={(e) => set('template', e.target.value)}
      >
        <option value="">no template</option>
        {ofDomain(ground.templates).map((t) => (
          <option key={t.id}>{t.name}</option>
        ))}
      </Choice>
      <Choice
        aria-label="Model"
        maxW="120px"
        value={defaults['model'] ?? ''}
        onChange={(e) => set('model', e.target.value)}
      >
        <option value="">model: ask</option>
        {ground.models
          .filter((m) => m.kind !== 'SOFTPHONE')
          .map((m) => (
            <option key={m.id} value={m.id}>
              {m.name}
            </option>
          ))}
      </Choice>
      <Choice
        aria-label="Kit"
        maxW="120px"
        value={defaults['kit'] ?? ''}
        onChange={(e) => set('kit', e.target.value)}
      >
        <option value="">no kit</option>
        {ofDomain(ground.kits).map((k) => (
          <option key={k.id}>{k.name}</option>
        ))}
      </Choice>
      <Trouble error={change.error} />
    </Flex>
  )
}
