import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { Link, useNavigate, useParams } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Faded, Grid, Heading, Mono, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { MissingList } from '../../kit/MissingList'
import { Rail } from '../../kit/Rail'
import { SideSheet } from '../../kit/SideSheet'
import { CONDITIONS } from '../../kit/stops'
import { Tabs } from '../../kit/Tabs'
import { Trouble } from '../../kit/Trouble'
import { Missing } from '../../kit/Shown'
import { INTAKE_TABS } from './Intake'
import { useBatches } from './queries'

type BatchView = Schemas['BatchView']

/** What was enrolled together: who, when, from which file, and what came of it. */
export function Batches() {
  const open = Number(useParams().batch ?? 0)
  const batches = useBatches()
  const navigate = useNavigate()
  const chosen = batches.data?.find((b) => b.batch.id === open)
  return (
    <Flex height="100%">
      <Flex direction="column" flex="1" minW="0" p="14px 18px 0">
        <Flex align="baseline" gap="16px">
          <Title>Intake</Title>
          <Tabs label="Parts of Intake" tabs={INTAKE_TABS} />
        </Flex>
        <Missing query={batches} what="The list of batches" />
        {batches.data?.length === 0 && (
          <Empty title="No batch yet">Everything that is enrolled together is kept here as one batch.</Empty>
        )}
        <Box flex="1" minH="0" overflow="auto" mt="10px">
          <Grid>
            <thead>
              <tr>
                <th>Batch</th>
                <th>When</th>
                <th>By</th>
                <th>From</th>
                <th>Devices</th>
                <th>How they stand</th>
              </tr>
            </thead>
            <tbody>
              {batches.data?.map((b) => (
                <chakra.tr
                  key={b.batch.id}
                  cursor="pointer"
                  bg={b.batch.id === open ? 'fjordBg' : undefined}
                  color={b.batch.undone ? 'faded' : undefined}
                  onClick={() => void navigate(`/intake/batches/${b.batch.id}`)}
                >
                  <td>
                    <Link to={`/intake/batches/${b.batch.id}`}>
                      <b>{b.batch.name}</b>
                    </Link>
                    {b.batch.undone && ' (taken back)'}
                  </td>
                  <td>
                    <Age at={b.batch.at} />
                  </td>
                  <td>{b.batch.by}</td>
                  <chakra.td color="faded">{b.batch.source || b.batch.places}</chakra.td>
                  <td>{b.batch.devices + b.batch.changed}</td>
                  <td>{standing(b)}</td>
                </chakra.tr>
              ))}
            </tbody>
          </Grid>
        </Box>
      </Flex>
      {chosen && <BatchSheet view={chosen} onClose={() => void navigate('/intake/batches')} />}
    </Flex>
  )
}

function standing(view: BatchView): string {
  return CONDITIONS.filter(([name]) => view.conditions[name])
    .map(([name, word]) => `${view.conditions[name]} ${word}`)
    .join(', ')
}

function BatchSheet({ view, onClose }: { view: BatchView; onClose: () => void }) {
  const { batch } = view
  const mayChange = useSession().data?.role !== 'VIEWER'
  const devices = useQuery({
    queryKey: ['devices', 'batch', batch.id],
    queryFn: () => unwrap(client.GET('/api/devices', { params: { query: { batchId: batch.id } } })),
  })
  const path = { params: { path: { id: batch.actId } } }
  const turn = useChange(() =>
    unwrap(
      batch.undone ? client.POST('/api/acts/{id}/redo', path) : client.POST('/api/acts/{id}/undo', path),
    ),
  )
  return (
    <SideSheet
      title={batch.name}
      onClose={onClose}
      under={
        <Faded>
          {batch.by}, <Age at={batch.at} /> ago, {batch.source ? `from ${batch.source}` : 'typed or scanned'}
        </Faded>
      }
    >
      <Box mt="10px">
        {batch.devices} new {batch.devices === 1 ? 'device' : 'devices'}
        {batch.changed > 0 && `, ${batch.changed} changed`}, {batch.extensions}{' '}
        {batch.extensions === 1 ? 'extension' : 'extensions'}, {batch.people}{' '}
        {batch.people === 1 ? 'person' : 'people'} at {batch.places}.
      </Box>
      <Flex gap="8px" mt="10px">
        {!batch.undone && batch.devices > 0 && (
          <Act asChild>
            <a href={`/api/batches/${batch.id}/labels.pdf`} target="_blank" rel="noreferrer">
              Bench labels (PDF)
            </a>
          </Act>
        )}
        {mayChange && (
          <Act disabled={turn.isPending} onClick={() => turn.mutate(undefined)}>
            {batch.undone ? 'Enrol it again' : 'Undo the whole batch'}
          </Act>
        )}
      </Flex>
      <Trouble error={turn.error} />
      {!batch.undone && <MissingList of={{ kind: 'batches', id: batch.id }} named />}
      {(devices.data?.rows.length ?? 0) > 0 && (
        <>
          <Box mt="16px">
            <Heading>Its devices</Heading>
          </Box>
          <Grid>
            <tbody>
              {devices.data?.rows.map((d) => (
                <tr key={d.id}>
                  <td>
                    <Rail rail={d.rail} width={104} />
                  </td>
                  <td>
                    <chakra.span color="fjord">
                      <Link to={`/fleet/${d.id}`}>{d.label}</Link>
                    </chakra.span>
                  </td>
                  <td>
                    <Mono>{d.lines}</Mono>
                  </td>
                </tr>
              ))}
            </tbody>
          </Grid>
        </>
      )}
    </SideSheet>
  )
}
