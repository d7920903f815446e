import { Box, Flex, chakra } from '@chakra-ui/react'
import { type DragEvent, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { client } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange, useGround, useSession } from '../../api/queries'
import { Act, Faded, Key, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Shown } from '../../kit/Shown'
import { Tabs } from '../../kit/Tabs'
import { Trouble } from '../../kit/Trouble'
import { tellDone } from '../../kit/undo'
import { Defaults } from './Defaults'
import { FedList } from './FedList'
import { type Begun, FeedLine } from './FeedLine'
import { FileStrip, Readings } from './FileStrip'
import { IntakeFooter } from './IntakeFooter'
import { IntakeGrid } from './IntakeGrid'
import { Knocks } from './Knocks'
import { Looking, Unreadable } from './Looking'
import { Questions } from './Questions'
import { sendFile } from '../../api/sendFile'
import { type RowState, useSheet } from './queries'
import { useFeed } from './useFeed'

export const INTAKE_TABS = [
  { to: '/intake/sheet', name: 'Sheet' },
  { to: '/intake/batches', name: 'Batches' },
]

/** One line that takes a scan, a paste or a typed MAC, and a grid beneath that fills as it is fed. */
export function Intake() {
  const ground = useGround().data
  const mayEnrol = useSession().data?.role !== 'VIEWER'
  const sheet = useSheet()
  const navigate = useNavigate()
  const [chosen, setState] = useState<RowState | ''>('')
  const [over, setOver] = useState(false)
  const [enrolled, setEnrolled] = useState<{ batchId: number; devices: number[] } | undefined>()
  const [begun, setBegun] = useState<Begun>()
  const fed = useFeed(() => setEnrolled(undefined))
  const file = useChange(
    ({ file: wish, instead = false }: { file: File; instead?: boolean }) =>
      sendFile(`/api/intake/sheet/file?name=${encodeURIComponent(wish.name)}&instead=${instead}`, wish),
    () => setEnrolled(undefined),
  )
  const enrol = useChange(
    (name: string) => unwrap(client.POST('/api/intake/sheet/enrol', { body: { name } })),
    (result) => {
      const count = result.deviceIds.length
      setState('')
      setEnrolled({ batchId: result.batchId, devices: result.deviceIds })
      tellDone({ actId: result.actId, text: `Enrolled ${count} ${count === 1 ? 'device' : 'devices'}.` })
    },
  )
  const view = sheet.data
  const counts: Record<RowState, number> = {
    READY: view?.ready ?? 0,
    NEEDS_ANSWER: view?.asked ?? 0,
    REFUSED: view?.refused ?? 0,
    UNCHANGED: view?.unchanged ?? 0,
  }
  // With the last of its rows mended, a filter would show nothing: then all rows are shown.
  const state = chosen !== '' && counts[chosen] > 0 ? chosen : ''
  const drop = (e: DragEvent) => {
    e.preventDefault()
    setOver(false)
    const dropped = e.dataTransfer.files[0]
    if (dropped) file.mutate({ file: dropped })
  }
  return (
    <Flex
      height="100%"
      onDragOver={(e) => {
        e.preventDefault()
        setOver(true)
      }}
      onDragLeave={(e) => e.currentTarget === e.target && setOver(false)}
      onDrop={drop}
      outline={over ? '3px dashed var(--chakra-colors-fjord)' : undefined}
      outlineOffset="-3px"
    >
      <Flex direction="column" flex="1" minW="0">
        <Box p="14px 18px 0">
          <Flex align="baseline" gap="16px" wrap="wrap">
            <Title>Intake</Title>
            <Tabs label="Parts of Intake" tabs={INTAKE_TABS} />
            {view && ground && <Defaults sheet={view} ground={ground} />}
          </Flex>
          <FeedLine
            disabled={!mayEnrol}
            begun={begun}
            onFeed={fed.feed}
            onFile={(f) => file.mutate({ file: f })}
          />
        </Box>
        <Box px="18px">
          <FedList waiting={fed.waiting} onAgain={fed.again} onDrop={fed.drop} />
          <Trouble error={file.error ?? enrol.error} shownAt={['/instead']} />
          <InsteadOf
            error={file.error}
            onTake={() => file.variables && file.mutate({ ...file.variables, instead: true })}
          />
          {view?.file && <FileStrip sheet={view} file={view.file} />}
          {view?.file && mayEnrol && <Readings readings={view.file.readings} />}
          {/* What is asked of the rows may change with how the letters are read. */}
          {view && mayEnrol && !view.file?.readings.length && <Questions sheet={view} />}
        </Box>
        {!view || !ground ? (
          <Box px="18px">
            <Shown query={sheet} what="The grid">
              {() => null}
            </Shown>
            {sheet.isError && <Unreadable mayChange={mayEnrol} />}
          </Box>
        ) : view.looked < view.total ? (
          <Looking sheet={view} mayChange={mayEnrol} />
        ) : view.total > 0 ? (
          <>
            <IntakeGrid sheet={view} state={state} ground={ground} mayChange={mayEnrol} />
            <IntakeFooter
              sheet={view}
              state={state}
              mayEnrol={mayEnrol}
              busy={enrol.isPending}
              onState={setState}
              onEnrol={(name) => enrol.mutate(name)}
            />
          </>
        ) : (
          <Empty title={enrolled ? 'All enrolled' : 'Nothing fed yet'}>
            {enrolled ? (
              <AllEnrolled devices={enrolled.devices} batchId={enrolled.batchId} />
            ) : (
              <>
                Scan the label on a box, type its MAC, paste rows from a spreadsheet, or drop a CSV file
                anywhere here. A cell that says <Key>claim</Key> gets a claim code for a box that has not
                arrived.
              </>
            )}
            {view?.canBringBack && !enrolled && <BringBack />}
          </Empty>
        )}
      </Flex>
      <Knocks
        models={ground?.models ?? []}
        mayAct={mayEnrol}
        onEnrol={(knock, model) => fed.feed(knock.mac, { site: knock.site, ...(model ? { model } : {}) })}
        onEnrolStray={(stray) =>
          stray.mac
            ? fed.feed(stray.mac, { extension: stray.number })
            : setBegun({ behind: `; ; ; ${stray.number}` })
        }
        onOpen={(id) => void navigate(`/fleet/${id}`)}
      />
    </Flex>
  )
}

/** Rows of an earlier file are left: asks whether the new one may take their place. */
function InsteadOf({ error, onTake }: { error: unknown; onTake: () => void }) {
  const left = asProblem(error)?.at('/instead')
  if (!left) return null
  return (
    <Box role="alert" borderLeft="3px solid" borderColor="amber" px="10px" py="6px" my="6px">
      <b>{left.reason}</b> {left.hint} <Act onClick={onTake}>Take its place</Act>
    </Box>
  )
}

function AllEnrolled({ devices, batchId }: { devices: number[]; batchId: number }) {
  return (
    <>
      {devices.length === 1 ? (
        <chakra.b color="fjord">
          <Link to={`/fleet/${devices[0]}`}>Open the device</Link>
        </chakra.b>
      ) : (
        <chakra.b color="fjord">
          <Link to={`/intake/batches/${batchId}`}>See how the {devices.length} devices come up</Link>
        </chakra.b>
      )}{' '}
      They get their configuration when you release it, in the tray below.
    </>
  )
}

/** A sheet that was cleared is not gone. */
function BringBack() {
  const back = useChange(() => unwrap(client.POST('/api/intake/sheet/bring-back')))
  const days = useGround().data?.kept.cleared
  return (
    <Box mt="10px">
      <Act onClick={() => back.mutate(undefined)}>Bring back what was cleared</Act>
      {days && <Faded> It is kept for {days} days.</Faded>}
      <Trouble error={back.error} />
    </Box>
  )
}
