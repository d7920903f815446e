import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { useDevice, useSession } from '../../api/queries'
import { Act, Faded, Heading, Mono } from '../../kit/basics'
import { MissingList } from '../../kit/MissingList'
import { Trouble } from '../../kit/Trouble'
import { useKey } from '../../kit/keys'
import { Notes } from '../story/Notes'
import { StoryPart } from '../story/StoryPart'
import { Twin } from '../story/Twin'
import { Before } from './Before'
import { BigRail } from './BigRail'
import { ByHandLines } from './ByHandLines'
import { CredentialsCard } from './CredentialsCard'
import { DeviceActs } from './DeviceActs'
import { EditDevice } from './EditDevice'
import { EditLines } from './EditLines'
import { FindingBox } from './FindingBox'
import { HandoffPart } from './HandoffPart'
import { Books } from './Books'
import { Ladder } from './Ladder'
import { Lamps } from './Lamps'
import { LifeActs } from './LifeActs'
import { Lines } from './Lines'
import { MatchSheets } from './MatchSheets'
import { OtherContacts } from './OtherContacts'
import { Seen } from './Seen'
import { SocketRow } from './SocketRow'
import { WhatWasDone } from './WhatWasDone'
import { WhereItIs } from './WhereItIs'

type Props = { id: number; wide: boolean; onWiden: () => void; onClose: () => void }

/** Everything about one device: where it is held and why first, what to do next to it. */
export function DeviceSheet({ id, wide, onWiden, onClose }: Props) {
  const query = useDevice(id)
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [editing, setEditing] = useState<'lines' | 'device' | 'card' | undefined>()
  useKey('Escape', onClose)
  const device = query.data
  if (query.isError && !device) {
    return (
      <Box p="18px">
        <Trouble error={query.error} />
        <Act onClick={onClose}>Back to the list</Act>
      </Box>
    )
  }
  if (!device) return null
  return (
    <Box as="article" p="16px 20px 24px" aria-label={device.label}>
      <Flex justify="space-between" gap="10px">
        <Box minW="0">
          <chakra.h2 fontSize="18px" fontWeight={700} overflowWrap="anywhere" lineHeight="1.25">
            {device.label}
          </chakra.h2>
          <Mono>{device.mac}</Mono>{' '}
          <Faded>
            · {device.model}
            {device.firmware && ` · fw ${device.firmware}`} · {device.site}
          </Faded>
          {device.firmwareTrouble && (
            <chakra.p color="amberText" fontWeight={600}>
              ◇ It has {device.firmwareTrouble}.
            </chakra.p>
          )}
        </Box>
        <Flex flexShrink={0} align="start">
          <Act
            kind="quiet"
            aria-label={wide ? 'Narrow' : 'Widen'}
            title={wide ? 'Narrow' : 'Widen'}
            onClick={onWiden}
          >
            {wide ? '⇥' : '⇤'}
          </Act>
          <Act kind="quiet" aria-label="Close" title="Back to the list (Esc)" onClick={onClose}>
            ✕
          </Act>
        </Flex>
      </Flex>
      {device.standing !== 'IN_USE' && (
        <Box mt="8px" color="amberText">
          <b>{device.standing === 'SPARE' ? 'A spare, on the shelf.' : 'Retired.'}</b>
        </Box>
      )}
      <BigRail stops={device.stops} rail={device.rail} at={device.at} />
      <WhatWasDone id={device.id} />
      {device.findings.map((finding) => (
        <FindingBox
          key={finding.cause + finding.line}
          device={device}
          finding={finding}
          mayAct={mayChange}
          onBind={() => setEditing('lines')}
          onCard={() => setEditing('card')}
        />
      ))}
      {wide && <StoryPart id={device.id} domain={device.domain} site={device.site} />}
      {wide && <Ladder id={device.id} />}
      {mayChange && (
        <DeviceActs device={device} onEdit={() => setEditing('device')} onCard={() => setEditing('card')} />
      )}
      {device.note && (
        <Box
          mt="12px"
          pl="10px"
          borderLeft="2px solid"
          borderColor="line"
          color="faded"
          overflowWrap="anywhere"
        >
          {device.note}
        </Box>
      )}
      <Flex mt="18px" align="baseline" justify="space-between">
        <Heading>Lines</Heading>
        {mayChange && (
          <Act kind="quiet" onClick={() => setEditing('lines')}>
            Bind…
          </Act>
        )}
      </Flex>
      {device.kind === 'ADAPTER' ? (
        <SocketRow
          lines={device.lines}
          sockets={device.modelLines}
          onBind={mayChange ? () => setEditing('lines') : undefined}
        />
      ) : (
        <Lines lines={device.lines} />
      )}
      <Lamps lamps={device.lamps} />
      <Books deviceId={device.id} label={device.label} books={device.books} />
      <ByHandLines device={device} mayAct={mayChange} />
      {device.lines.some((l) => l.number) && <OtherContacts id={device.id} />}
      <WhereItIs where={device.where} model={device.model} />
      {device.kind === 'SOFTPHONE' && <HandoffPart deviceId={device.id} />}
      {device.findings.length === 0 && device.condition !== 'PROVEN' && device.condition !== 'CARRYING' && (
        <MissingList of={{ kind: 'devices', id: device.id }} />
      )}
      <MatchSheets sheets={device.match} />
      {device.findings.length > 0 && <Twin id={device.id} />}
      <Notes id={device.id} />
      <Before past={device.past} several={device.lines.length > 1} />
      <Seen seen={device.seen} letGo={device.letGo} />
      {mayChange && <LifeActs device={device} />}
      {editing === 'card' && <CredentialsCard device={device} onClose={() => setEditing(undefined)} />}
      {editing === 'lines' && <EditLines device={device} onClose={() => setEditing(undefined)} />}
      {editing === 'device' && (
        <EditDevice device={device} onClose={() => setEditing(undefined)} onRemoved={onClose} />
      )}
    </Box>
  )
}
