import { Box, Flex, chakra } from '@chakra-ui/react'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { client } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useGround, useSession } from '../../api/queries'
import { Act, Choice, Entry, Faded, Key, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Trouble } from '../../kit/Trouble'
import { IntakeGrid } from './IntakeGrid'
import { Knocks } from './Knocks'
import { type Cell, type Row, keepRows, keptRows, rowsOf } from './rows'

const FeedLine = chakra(Entry, {
  base: {
    fontFamily: 'mono',
    fontSize: '19px',
    border: 'none',
    bg: 'transparent',
    px: '2px',
    flex: 1,
    py: '4px',
    // The line beneath shows the focus, as ink does on paper.
    _focusVisible: { outline: 'none' },
  },
})

/** One line that takes a scan, a paste or a typed MAC, and a grid beneath that fills as it is fed. */
export function Intake() {
  const ground = useGround().data
  const mayEnrol = useSession().data?.role !== 'VIEWER'
  const [chosenSite, setSite] = useState(0)
  const [chosenTemplate, setTemplate] = useState(0)
  const [chosenModel, setModel] = useState('')
  const [line, setLine] = useState('')
  const [rows, setRows] = useState<Row[]>(keptRows)
  const [enrolled, setEnrolled] = useState<number[]>([])
  useEffect(() => keepRows(rows), [rows])

  const siteId = chosenSite || ground?.sites[0]?.id || 0
  const domainId = ground?.sites.find((s) => s.id === siteId)?.domainId
  const templates = ground?.templates.filter((t) => t.domainId === domainId) ?? []
  const templateId = templates.some((t) => t.id === chosenTemplate) ? chosenTemplate : (templates[0]?.id ?? 0)
  const check = useQuery({
    queryKey: ['intake', siteId, rows],
    enabled: rows.length > 0 && siteId > 0,
    queryFn: () => unwrap(client.POST('/api/intake/check', { body: { siteId, rows } })),
    placeholderData: keepPreviousData,
  })
  // Verdicts of an earlier grid must not be read as this one's.
  const verdicts = check.isPlaceholderData && check.data?.length !== rows.length ? [] : (check.data ?? [])
  const count = (state: string) => verdicts.filter((v) => v.state === state).length
  const ready = rows.filter((_, i) => verdicts[i]?.state === 'READY')
  const enrol = useChange(
    (wish: Row[]) =>
      unwrap(
        client.POST('/api/intake', { body: { siteId, templateId: templateId || undefined, rows: wish } }),
      ),
    (result, wish) => {
      setRows((before) => before.filter((r) => !wish.includes(r)))
      setEnrolled(result.deviceIds)
    },
  )
  const feed = (text: string, model = chosenModel) => {
    const more = rowsOf(text, model)
    if (more.length > 0) {
      setRows((before) => [...before, ...more])
      setEnrolled([])
    }
    setLine('')
  }
  const change = (key: number, cell: Cell, value: string) =>
    setRows((before) => before.map((r) => (r.key === key ? { ...r, [cell]: value } : r)))

  return (
    <Flex height="100%">
      <Flex direction="column" flex="1" minW="0">
        <Box p="14px 18px 0">
          <Flex align="center" gap="10px" wrap="wrap">
            <Title mr="4px">Intake</Title>
            <Faded>to</Faded>
            <Choice aria-label="Site" value={siteId} onChange={(e) => setSite(Number(e.target.value))}>
              {ground?.sites.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </Choice>
            <Choice
              aria-label="Template"
              value={templateId}
              onChange={(e) => setTemplate(Number(e.target.value))}
            >
              {templates.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.name}
                </option>
              ))}
            </Choice>
            <Choice aria-label="Model" value={chosenModel} onChange={(e) => setModel(e.target.value)}>
              <option value="">model: say in the row</option>
              {ground?.models.map((m) => (
                <option key={m.id} value={m.id}>
                  {m.name}
                </option>
              ))}
            </Choice>
          </Flex>
          <Flex
            align="center"
            borderBottom="2px solid"
            borderColor="ink"
            _focusWithin={{ borderColor: 'fjord' }}
            mt="8px"
          >
            <FeedLine
              aria-label="Scan, type or paste"
              placeholder="scan, type or paste a MAC"
              autoFocus
              value={line}
              onChange={(e) => setLine(e.target.value)}
              onKeyDown={(e) => e.key === 'Enter' && feed(line)}
              onPaste={(e) => {
                const text = e.clipboardData.getData('text')
                if (/[\n\t]/.test(text.trim())) {
                  e.preventDefault()
                  feed(text)
                }
              }}
            />
            <Faded>
              <Key>Enter</Key> takes it
            </Faded>
          </Flex>
        </Box>
        <Box flex="1" minH="0" overflow="auto" px="18px">
          {rows.length > 0 ? (
            <IntakeGrid
              rows={rows}
              verdicts={verdicts}
              models={ground?.models ?? []}
              onChange={change}
              onRemove={(key) => setRows((before) => before.filter((r) => r.key !== key))}
            />
          ) : (
            <Empty title={enrolled.length > 0 ? 'All enrolled' : 'Nothing fed yet'}>
              {enrolled.length > 0 ? (
                <>
                  {enrolled.length === 1 ? (
                    <chakra.b color="fjord">
                      <Link to={`/fleet/${enrolled[0]}`}>Open the device</Link>
                    </chakra.b>
                  ) : (
                    <>{enrolled.length} devices are in the Fleet.</>
                  )}{' '}
                  They get their configuration when you release it, in the tray below.
                </>
              ) : (
                <>
                  Scan the label on a box, type its MAC, or paste rows from a spreadsheet: MAC, label, person,
                  extension, second extension.
                </>
              )}
            </Empty>
          )}
        </Box>
        <Trouble error={enrol.error ?? check.error} />
        {rows.length > 0 && (
          <Flex bg="sheet" borderTop="1px solid" borderColor="line" p="8px 18px" gap="16px" align="center">
            <Act
              kind="main"
              py="6px"
              disabled={!mayEnrol || ready.length === 0 || enrol.isPending}
              onClick={() => enrol.mutate(ready)}
            >
              Enrol {ready.length} that {ready.length === 1 ? 'is' : 'are'} ready
            </Act>
            <span>
              <b>{count('READY')}</b> ready
            </span>
            <chakra.span color="amberText">
              <b>{count('NEEDS_ANSWER')}</b> need an answer
            </chakra.span>
            <chakra.span color="rust">
              <b>{count('REFUSED')}</b> refused
            </chakra.span>
            <Act kind="quiet" ml="auto" onClick={() => setRows([])}>
              Clear the grid
            </Act>
          </Flex>
        )}
      </Flex>
      <Knocks
        models={ground?.models ?? []}
        mayAct={mayEnrol}
        onEnrol={(knock, model) => {
          setSite(knock.siteId)
          feed(knock.mac, model)
        }}
      />
    </Flex>
  )
}
