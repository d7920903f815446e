import { Box, chakra } from '@chakra-ui/react'
import type { FieldProblem, Problem } from '../../api/problem'
import { Choice, Entry, Faded } from '../../kit/basics'
import { Field } from '../../kit/Field'
import type { Begin, Plan, Starts } from './waves'

type Props = { plan: Plan; first: number; problem: Problem | undefined; onChange: (plan: Plan) => void }

/** All at once, or these first, then a share, then the rest. */
export function WaveForm({ plan, first, problem, onChange }: Props) {
  const set = (change: Partial<Plan>) => onChange({ ...plan, ...change })
  const stop = problem?.fields.find((f) => f.pointer.endsWith('/stopPercent'))
  const share = problem?.fields.find((f) => f.pointer.endsWith('/percent'))
  const startsAt = (wave: number) => problem?.at(`/waves/${wave}/startsAt`)
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
          {plan.percent > 0 && (
            <BeginFields
              label="The share begins"
              begin={plan.share}
              problem={startsAt(1)}
              onChange={(share) => set({ share })}
            />
          )}
          <BeginFields
            label="The rest begins"
            begin={plan.rest}
            problem={startsAt(plan.percent > 0 ? 2 : 1)}
            onChange={(rest) => set({ rest })}
          />
        </>
      )}
    </Box>
  )
}

type BeginProps = {
  label: string
  begin: Begin
  problem: FieldProblem | undefined
  onChange: (begin: Begin) => void
}

/** By hand, when the wave before it has carried, or at a time. */
function BeginFields({ label, begin, problem, onChange }: BeginProps) {
  return (
    <>
      <Field label={label}>
        <Choice
          width="100%"
          value={begin.starts}
          onChange={(e) => onChange({ ...begin, starts: e.target.value as Starts })}
        >
          <option value="BY_HAND">when somebody begins it</option>
          <option value="WHEN_CARRIED">when the wave before has carried</option>
          <option value="AT">at a time</option>
        </Choice>
      </Field>
      {begin.starts === 'AT' && (
        <Field label="At" problem={problem}>
          <Entry
            type="datetime-local"
            width="100%"
            value={begin.at}
            onChange={(e) => onChange({ ...begin, at: e.target.value })}
          />
        </Field>
      )}
    </>
  )
}
