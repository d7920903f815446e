import { Box, Flex, chakra } from '@chakra-ui/react'
import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange, useSession } from '../../api/queries'
import { Act, Faded, Grid, Heading, Mono } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { FilterEntry } from '../../kit/FilterEntry'
import { Shown } from '../../kit/Shown'
import { Trouble } from '../../kit/Trouble'
import { useDomain } from '../roster/useDomain'
import { CallsFrame } from './CallsFrame'
import { useWhatIf } from './queries'

type What = Schemas['WhatIfView']

/** What comes of it when an extension dials a number: key by key at the phone, then list by list at the registrar. */
export function WhatIf() {
  const { domainId, at, set } = useDomain()
  const from = at('from')
  const dials = at('dials')
  const what = useWhatIf(domainId, from, dials)
  return (
    <CallsFrame>
      <Flex gap="10px" align="baseline" wrap="wrap" mb="14px">
        <FilterEntry
          label="Extension that dials"
          placeholder="extension"
          width="130px"
          value={from}
          onFilter={(text) => set('from', text.trim())}
        />
        <span>dials</span>
        <FilterEntry
          label="What it dials"
          placeholder="number, as it is dialled"
          width="230px"
          value={dials}
          onFilter={(text) => set('dials', text.trim())}
        />
      </Flex>
      {from === '' || dials === '' ? (
        <Empty title="Why can’t she call abroad?">
          Type an extension and what is dialled there: it is followed key by key through the phone’s digit
          map, then list by list through what its permission lets pass.
        </Empty>
      ) : (
        <Shown query={what} what="What comes of it">
          {(data) => <Answer what={data} from={from} dials={dials} />}
        </Shown>
      )}
    </CallsFrame>
  )
}

function Answer({ what, from, dials }: { what: What; from: string; dials: string }) {
  const mayTry = useSession().data?.role !== 'VIEWER'
  return (
    <>
      <Box
        role="status"
        bg={what.passes ? 'mossBg' : 'rustBg'}
        borderLeft="3px solid"
        borderColor={what.passes ? 'moss' : 'rust'}
        px="14px"
        py="9px"
        maxW="900px"
      >
        <b>{what.sentence}</b> {what.next}
        {mayTry && what.deviceId > 0 && what.sent && (
          <TryIt key={`${from} ${dials}`} from={from} dials={dials} />
        )}
      </Box>
      <Box
        display="grid"
        gridTemplateColumns={{ base: '1fr', lg: 'minmax(340px, 2fr) 3fr' }}
        gap="28px"
        mt="16px"
      >
        <AtThePhone what={what} />
        {what.tried.length > 0 && <AtTheRegistrar what={what} />}
      </Box>
    </>
  )
}

/** The same from a phone in the Lab, for real. */
function TryIt({ from, dials }: { from: string; dials: string }) {
  const { domainId } = useDomain()
  const [tried, setTried] = useState<Schemas['TriedView']>()
  const tryIt = useChange(
    () => unwrap(client.POST('/api/calls/what-if', { body: { domainId, from, dialled: dials } })),
    setTried,
  )
  return (
    <Flex gap="10px" align="baseline" mt="6px">
      <Act disabled={tryIt.isPending} onClick={() => tryIt.mutate(undefined)}>
        Try it from a phone in the Lab
      </Act>
      {tryIt.isPending && <Faded role="status">dialling…</Faded>}
      {tried && !tryIt.isPending && (
        <span role="status">
          {tried.worked ? 'It was answered' : 'It was not answered'}: {tried.detail}
          {!tried.asForetold && <b> — not as was said here</b>}
        </span>
      )}
      <Trouble error={tryIt.error} />
    </Flex>
  )
}

function AtThePhone({ what }: { what: What }) {
  return (
    <section>
      <Heading mb="4px">
        At the phone
        {what.deviceId > 0 && (
          <>
            {' — '}
            <Named to={`/fleet/${what.deviceId}`}>{what.phone}</Named>
          </>
        )}
      </Heading>
      {what.phoneNote && <Faded display="block">{what.phoneNote}</Faded>}
      {what.digitMap && (
        <>
          <Box mb="6px" wordBreak="break-all">
            <Faded>Digit map </Faded>
            <Mono whiteSpace="normal">{what.digitMap}</Mono>
          </Box>
          <Grid>
            <tbody>
              {folded(what.steps).map(({ step, keysBetween }) => (
                <tr key={step.keys}>
                  <chakra.td whiteSpace="nowrap">
                    {keysBetween && <Faded>… </Faded>}
                    <Mono fontWeight={700} fontSize="14px">
                      {step.keys}
                    </Mono>
                  </chakra.td>
                  <chakra.td color={COLOURS[step.standing]} whiteSpace="nowrap">
                    {WORDS[step.standing]}
                  </chakra.td>
                  <td>{step.words}</td>
                </tr>
              ))}
              {what.unheard && (
                <tr>
                  <td>
                    <Mono>{what.unheard}</Mono>
                  </td>
                  <td>not heard</td>
                  <td>
                    <Faded>pressed after it was decided already</Faded>
                  </td>
                </tr>
              )}
            </tbody>
          </Grid>
        </>
      )}
    </section>
  )
}

/** Of keys that change nothing only the first and the last are shown. */
function folded(steps: What['steps']) {
  const same = (a: number, b: number) =>
    steps[a]?.standing === steps[b]?.standing && steps[a]?.patterns === steps[b]?.patterns
  return steps
    .map((step, i) => ({ step, keysBetween: same(i, i - 1) && same(i, i - 2) }))
    .filter((_, i) => !(same(i, i - 1) && same(i, i + 1)))
}

const WORDS: Record<What['steps'][number]['standing'], string> = {
  NO_MATCH: 'no match',
  COULD_MATCH: 'could match',
  WAITS: 'matches, waits',
  MATCHES: 'matches',
}

const COLOURS = {
  NO_MATCH: 'rust',
  COULD_MATCH: 'faded',
  WAITS: 'amberText',
  MATCHES: 'mossText',
} as const

function AtTheRegistrar({ what }: { what: What }) {
  const matched = what.passes ? 'mossBg' : 'rustBg'
  return (
    <section>
      <Heading mb="4px">
        At the registrar — {what.permission ? `permission ${what.permission}` : 'without a permission'}
      </Heading>
      <Grid>
        <thead>
          <tr>
            <th>List</th>
            <th>Pattern</th>
            <th>To</th>
            <th aria-label="Outcome" />
          </tr>
        </thead>
        <tbody>
          {what.tried.map((row, i) => (
            <chakra.tr
              key={i}
              bg={row.outcome === 'MATCHED' ? matched : undefined}
              fontWeight={row.outcome === 'MATCHED' ? 700 : 400}
              color={row.outcome === 'NOT_REACHED' ? 'faded' : undefined}
            >
              <td>{row.list}</td>
              <td>
                <Mono>{row.pattern}</Mono>
              </td>
              <td>{row.to}</td>
              <td>{row.why}</td>
            </chakra.tr>
          ))}
        </tbody>
      </Grid>
      {what.leftOut > 0 && <Faded>{what.leftOut} more rows that do not match are left out here.</Faded>}
    </section>
  )
}

function Named({ to, children }: { to: string; children: ReactNode }) {
  return (
    <chakra.span color="fjord" _hover={{ textDecoration: 'underline' }}>
      <Link to={to}>{children}</Link>
    </chakra.span>
  )
}
