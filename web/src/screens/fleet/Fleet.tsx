import { Box, Flex, chakra } from '@chakra-ui/react'
import { useCallback, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useDevices, useGround, useSession } from '../../api/queries'
import { ListAndSheet } from '../../frame/ListAndSheet'
import { useAddress } from '../../frame/useAddress'
import { useOpened } from '../../frame/useOpened'
import { Act, Choice, Faded, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { FilterEntry } from '../../kit/FilterEntry'
import { Shown } from '../../kit/Shown'
import { useKey } from '../../kit/keys'
import { useListKeys } from '../../kit/useListKeys'
import { BeginRound } from '../proving/BeginRound'
import { BulkChange } from './BulkChange'
import { ConditionChips } from './ConditionChips'
import { DeviceSheet } from './DeviceSheet'
import { FleetTable } from './FleetTable'

/** Every device with its path; the sheet of one slides in at the right and the list stays where it was. */
export function Fleet() {
  const { id: open, go: openDevice, close: closeDevice } = useOpened('/fleet', 'device')
  const { at, set } = useAddress()
  const [wide, setWide] = useState(false)
  const ground = useGround().data
  const filter = {
    q: at('q'),
    siteId: Number(at('site')),
    condition: at('condition'),
  }
  const fleet = useDevices(filter)
  const rows = useMemo(() => fleet.data?.pages.flatMap((p) => p.rows) ?? [], [fleet.data])
  const first = fleet.data?.pages[0]
  const walked = useListKeys({ count: rows.length, onOpen: (i) => rows[i] && openDevice(rows[i].id) })
  const mayChange = useSession().data?.role !== 'VIEWER'
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set())
  const [changing, setChanging] = useState(false)
  const [calling, setCalling] = useState(false)
  const site = ground?.sites.find((s) => s.id === filter.siteId)
  const choose = useCallback(
    (id: number) =>
      setChosen((before) => {
        const after = new Set(before)
        if (!after.delete(id)) after.add(id)
        return after
      }),
    [],
  )
  const walkedId = rows[walked]?.id ?? 0
  useKey('x', () => walkedId > 0 && choose(walkedId))
  const close = () => {
    setWide(false)
    closeDevice()
  }
  const filtered = filter.q !== '' || filter.condition !== '' || filter.siteId !== 0
  return (
    <ListAndSheet
      covers={wide}
      sheet={
        open > 0 && (
          <Box
            width={wide ? '100%' : { base: '440px', xl: '480px' }}
            flexShrink={wide ? 1 : 0}
            bg="sheet"
            borderLeft={wide ? 'none' : '1px solid'}
            borderColor="line"
            overflow="auto"
          >
            <Box maxW={wide ? '1180px' : 'none'} mx="auto">
              <DeviceSheet key={open} id={open} wide={wide} onWiden={() => setWide(!wide)} onClose={close} />
            </Box>
          </Box>
        )
      }
      list={
        <>
          <Flex align="baseline" gap="14px" pr="14px">
            <Title>Fleet</Title>
            <Faded>
              {first
                ? `${first.capped ? 'more than ' : ''}${first.total} ${first.total === 1 ? 'device' : 'devices'}`
                : ''}
            </Faded>
            <Flex ml="auto" gap="14px">
              {site && mayChange && (
                <Act kind="quiet" onClick={() => setCalling(true)}>
                  Test calls of {site.name}…
                </Act>
              )}
              <chakra.span color="fjord">
                <Link to="/fleet/rounds">Test calls</Link>
              </chakra.span>
              <chakra.a
                color="fjord"
                href={`/api/export/devices.csv?domainId=${ground?.sites.find((s) => s.id === filter.siteId)?.domainId ?? ground?.domains[0]?.id ?? 0}`}
                download
              >
                Export CSV
              </chakra.a>
            </Flex>
          </Flex>
          <Flex gap="8px" my="10px" align="center" wrap="wrap" pr="14px">
            <Choice
              aria-label="Site"
              value={filter.siteId}
              onChange={(e) => set('site', e.target.value === '0' ? '' : e.target.value)}
            >
              <option value="0">All sites</option>
              {ground?.sites.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </Choice>
            <ConditionChips
              counts={first?.conditions ?? []}
              chosen={filter.condition}
              onChoose={(c) => set('condition', c)}
            />
            <FilterEntry
              label="Only with"
              placeholder="only with…"
              width="130px"
              ml="auto"
              value={filter.q}
              onFilter={(q) => set('q', q)}
            />
          </Flex>
          {chosen.size > 0 && (
            <Flex gap="12px" align="center" mb="8px" pr="14px">
              <b>{chosen.size} chosen</b>
              <Act
                disabled={fleet.isPlaceholderData}
                onClick={() => setChosen(new Set(rows.map((r) => r.id)))}
              >
                Choose all {rows.length} shown
              </Act>
              <Act kind="main" onClick={() => setChanging(true)}>
                Change them at once…
              </Act>
              <Act onClick={() => setCalling(true)}>Test calls…</Act>
              <Act kind="quiet" onClick={() => setChosen(new Set())}>
                Choose none
              </Act>
            </Flex>
          )}
          {calling && (
            <BeginRound
              name={
                chosen.size > 0 ? `Test calls of ${chosen.size} devices` : `Acceptance of ${site?.name ?? ''}`
              }
              {...(chosen.size > 0 ? { deviceIds: [...chosen] } : { siteId: filter.siteId })}
              onClose={() => setCalling(false)}
            />
          )}
          {changing && (
            <BulkChange
              deviceIds={[...chosen]}
              onClose={() => setChanging(false)}
              onDone={() => {
                setChanging(false)
                setChosen(new Set())
              }}
            />
          )}
          <Shown query={fleet} what="The fleet">
            {() =>
              rows.length === 0 ? (
                filtered ? (
                  <Empty title="No device fits">Take a filter off to see more.</Empty>
                ) : (
                  <Empty title="No device is enrolled yet">Press e, and scan or type the first MAC.</Empty>
                )
              ) : (
                <FleetTable
                  rows={rows}
                  open={open}
                  walked={walked}
                  chosen={chosen}
                  onChoose={mayChange ? choose : undefined}
                  narrow={open > 0}
                  onOpen={openDevice}
                  onEnd={() => fleet.hasNextPage && !fleet.isFetching && void fleet.fetchNextPage()}
                />
              )
            }
          </Shown>
        </>
      }
    />
  )
}
