import { Box, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { ChoiceField, WholeField } from '../../form/fields'
import { FormDialog } from '../../form/FormDialog'
import { useForm } from '../../form/useForm'
import { Act, Faded, Grid } from '../../kit/basics'
import { useFleetRun } from './queries'

const LABELS = {
  domain: 'Domain',
  phones: 'Phones',
  expirySeconds: 'Ask to be registered for, in s',
  refreshPercent: 'Register again at, in %',
  retrySeconds: 'Try again after a refusal, in s',
  spreadSeconds: 'Spread the start over, in s',
  capacity: 'Requests a second that a node takes',
} as const

type Props = { domains: string[]; onClose: () => void }

/** What registering costs a domain’s nodes as sums, and by running a fleet beside everything else. */
export function PlanFleet({ domains, onClose }: Props) {
  const last = useFleetRun().data?.last
  const form = useForm({
    what: 'a fleet',
    labels: LABELS,
    known: {
      domain: last?.plan.domain ?? domains[0] ?? '',
      phones: last?.plan.phones ?? 500,
      expirySeconds: last?.plan.expirySeconds ?? 3_600,
      refreshPercent: last?.plan.refreshPercent ?? 80,
      retrySeconds: last?.plan.retrySeconds ?? 30,
      spreadSeconds: last?.plan.spreadSeconds ?? 30,
      capacity: last?.plan.capacity ?? 20,
    },
    send: (wish) => unwrap(client.POST('/api/lab/plan', { body: wish })),
  })
  const stop = useChange(() => unwrap(client.DELETE('/api/lab/plan')))
  return (
    <FormDialog
      form={form}
      title="What a power cut costs"
      main={last ? 'Run it again' : 'Run it'}
      ready={last?.over !== false}
      onClose={onClose}
      width="720px"
      columns="1fr 1fr"
      error={stop.error}
      fields={
        <>
          <ChoiceField form={form} at="domain" options={domains.map((d) => [d, d] as const)} />
          <WholeField form={form} at="phones" />
          <WholeField form={form} at="expirySeconds" />
          <WholeField form={form} at="refreshPercent" />
          <WholeField form={form} at="spreadSeconds" />
          <WholeField form={form} at="capacity" help="0: as many as come." />
          <WholeField form={form} at="retrySeconds" />
        </>
      }
    >
      {last && <Told run={last} onStop={() => stop.mutate(undefined)} />}
    </FormDialog>
  )
}

function Told({ run, onStop }: { run: Schemas['FleetView']; onStop: () => void }) {
  const { sums, found, plan } = run
  return (
    <Box mt="14px">
      <Box mb="6px">
        <b>
          {plan.phones.toLocaleString('en-GB')} phones of {plan.domain}
        </b>
        , on a clock of their own{' '}
        {!run.over && (
          <>
            <Faded>{Math.round(run.done * 100)} % run</Faded>{' '}
            <Act kind="quiet" onClick={onStop}>
              stop
            </Act>
          </>
        )}
      </Box>
      <Grid>
        <thead>
          <tr>
            <th></th>
            <th>By sums</th>
            <th>By running it</th>
            <th>Difference</th>
          </tr>
        </thead>
        <tbody>
          <Line
            name="Registrations a second, as usual"
            sum={sums.steady}
            run={found?.steady}
            running={!run.over}
          />
          <Line
            name="REGISTER requests a second when power is back"
            sum={sums.backRequests}
            run={found?.back}
            running={!run.over}
          />
          <Line
            name="Until all are registered, in s"
            sum={sums.recoverSeconds}
            run={found ? (found.recoverSeconds ?? 'not in half an hour') : undefined}
            running={!run.over}
          />
        </tbody>
      </Grid>
      {run.cure && <Box mt="8px">{run.cure}</Box>}
      {found?.recoverSeconds && found.recoverSeconds > 1.5 * sums.recoverSeconds && (
        <Box mt="8px">
          It takes longer than the sums say: they leave out what makes a crowd worse, requests that are sent
          again while they wait and the pauses of those that were sent away.
        </Box>
      )}
      {run.over && !found && <chakra.span color="rust">It could not be run.</chakra.span>}
    </Box>
  )
}

type LineProps = { name: string; sum: number; run: number | string | undefined; running: boolean }

function Line({ name, sum, run, running }: LineProps) {
  const cell = (content: ReactNode) => (
    <chakra.td fontVariantNumeric="tabular-nums" whiteSpace="nowrap">
      {content}
    </chakra.td>
  )
  return (
    <tr>
      <td>{name}</td>
      {cell(digits(sum))}
      {cell(
        run === undefined ? (
          running ? (
            <Faded>running…</Faded>
          ) : (
            ''
          )
        ) : typeof run === 'string' ? (
          run
        ) : (
          digits(run)
        ),
      )}
      {cell(typeof run === 'number' && sum > 0 ? <Faded>{difference(run / sum - 1)}</Faded> : '')}
    </tr>
  )
}

const digits = (v: number) => (v >= 10 ? v.toFixed(0) : v >= 1 ? v.toFixed(1) : v.toFixed(2))

const difference = (share: number) => {
  const percent = Math.round(share * 100)
  return percent === 0 ? 'none' : `${percent > 0 ? '+' : '−'}${Math.abs(percent)} %`
}
