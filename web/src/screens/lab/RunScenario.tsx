import { Box } from '@chakra-ui/react'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { ChoiceField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Faded } from '../../kit/basics'
import type { Place, Scenario } from './queries'

const LABELS = { scenario: 'What happens', key: 'Where' } as const

type Props = { ready: Scenario[]; places: Place[]; onClose: () => void }

/** A scenario is run at a place, until somebody ends it. */
export function RunScenario({ ready, places, onClose }: Props) {
  const keysOf = (scenario: Scenario | undefined) =>
    places.filter((p) => p.where === scenario?.where).map((p) => [p.key, p.name] as const)
  const first = ready[0]
  const form = useForm({
    what: 'a scenario',
    labels: LABELS,
    known: { scenario: first?.scenario ?? 'POWER_GONE', key: keysOf(first)[0]?.[0] ?? '' },
    send: (wish) => unwrap(client.POST('/api/lab/scenario', { body: wish })),
    kept: onClose,
  })
  const chosen = ready.find((s) => s.scenario === form.values.scenario)
  return (
    <FormDialog
      form={form}
      title="Run a scenario"
      main="Let it happen"
      onClose={onClose}
      width="460px"
      fields={
        <>
          <ChoiceField
            form={form}
            at="scenario"
            options={ready.map((s) => [s.scenario, s.title] as const)}
            along={(to) => ({ key: keysOf(ready.find((s) => s.scenario === to))[0]?.[0] ?? '' })}
          />
          <Box minH="40px">{chosen?.story}</Box>
          <ChoiceField form={form} at="key" options={keysOf(chosen)} />
          <Faded>To be found: {chosen?.finds}</Faded>
        </>
      }
    />
  )
}
