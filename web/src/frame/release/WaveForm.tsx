import { Box, chakra } from '@chakra-ui/react'
import type { Problem } from '../../api/problem'
import { Choice, Entry, Faded } from '../../kit/basics'
import { Field } from '../../kit/Field'
import type { Plan, Starts } from './waves'

type Props = { plan: Plan; first: number; problem: Problem | undefined; onChange: (plan: Plan) => void }

/** All at once, or these first, then a share, then the rest. */
export function WaveForm({ plan, first, problem, onChange }: Props) {
  const set = (change: Partial<Plan>) => onChange({ ...plan, ...change })
  const stop = problem?.fields.find((f) => f.pointer.endsWith('/stopPercent'))
  const share = problem?.fields.find((f) => f.pointer.endsWith('/percent'))
  const at = problem?.fields.find((f) => f.pointer.endsWith('/startsAt'))
  return (
    <Box display="grid" gap="8px" mt="4px">
      <div role="radiogroup" aria-label="How it goes out">
        <chakra.label display="flex" gap="6px">
          <input type="radio" name="waves" checked={!plan.inWaves} onChange={() => set({ inWaves: false })} />
          to all at once
        </chakra.label>
        <chakra.label display="flex" gap="6px">
          <input type="radio" name="waves" checked={plan.inWaves} onChange={() => set({ inWaves: true })} />
          in waves: some first, then a share, then the rest
        </chakra.label>
      </div>
      {plan.inWaves && (
        <>
          <Faded>
            {first > 0
              ? `${first} ${first === 1 ? 'device goes' : 'devices go'} first, as marked in the list.`
              : 'Mark in the list which go first; else the first device does.'}
          </Faded>
          <Box display="grid" gridTemplateColumns="1fr 1fr" gap="8px">
            <Field label="Then a share, in %" problem={share} help="0: no wave between.">
              <Entry
                type="number"
                min={0}
                max={99}
                width="100%"
                value={plan.percent}
                onChange={(e) => set({ percent: Number(e.target.value) })}
              />
            </Field>
            <Field label="Stop if worse, in %" problem={stop} help="More than this stops a wave.">
              <Entry
                type="number"
                min={0}
                max={100}
                width="100%"
                value={plan.stopPercent}
                onChange={(e) => set({ stopPercent: Number(e.target.value) })}
              />
            </Field>
          </Box>
          <Field label="Further waves begin">
            <Choice
              width="100%"
              value={plan.starts}
              onChange={(e) => set({ starts: e.target.value as Starts })}
            >
              <option value="BY_HAND">when somebody begins them</option>
              <option value="WHEN_CARRIED">when the wave before has carried</option>
              <option value="AT">at a time</option>
            </Choice>
          </Field>
          {plan.starts === 'AT' && (
            <Field label="At" problem={at}>
              <Entry
                type="datetime-local"
                width="100%"
                value={plan.at}
                onChange={(e) => set({ at: e.target.value })}
              />
            </Field>
          )}
        </>
      )}
    </Box>
  )
}
