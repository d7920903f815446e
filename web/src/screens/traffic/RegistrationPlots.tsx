import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { Bar, BarChart, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts'
import { clock } from '../../kit/Age'
import { Faded, Heading } from '../../kit/basics'
import { type By, type Place, type TrafficView, useTraffic, useTrafficOfSite } from './queries'
import { type Slice, millis, slices, sums, words } from './slices'

const WAYS: [By, string][] = [
  ['node', 'node'],
  ['site', 'site'],
]

/** Registrations and refusals over the last hours, for each node or site, those with most refusals first. */
export function RegistrationPlots() {
  const [by, setBy] = useState<By>('node')
  const view = useTraffic(by).data
  return (
    <Box as="section" aria-label="Registrations over time" mt="22px">
      <Flex align="baseline" gap="10px">
        <Heading>Registrations and refusals, by</Heading>
        {WAYS.map(([way, name]) => (
          <chakra.button
            key={way}
            type="button"
            aria-pressed={by === way}
            onClick={() => setBy(way)}
            color={by === way ? 'ink' : 'fjord'}
            fontWeight={by === way ? 700 : 400}
            textDecoration={by === way ? 'none' : 'underline'}
          >
            {name}
          </chakra.button>
        ))}
      </Flex>
      {view && <Places view={view} />}
    </Box>
  )
}

/** What went on at one site, by the nodes that it speaks to. */
export function PlotsOfSite({ domain, site }: { domain: string; site: string }) {
  const view = useTrafficOfSite(domain, site).data
  if (!view || view.places.length === 0) return null
  return (
    <Box as="section" aria-label={`Registrations at ${site}`} mt="14px">
      <Heading>Registrations and refusals at {site}, by node</Heading>
      <Places view={view} />
    </Box>
  )
}

function Places({ view }: { view: TrafficView }) {
  if (view.places.length === 0)
    return (
      <Box mt="6px">
        <Faded>Nothing was registered or refused since {clock(view.from).slice(0, 5)}.</Faded>
      </Box>
    )
  const domains = new Set(view.places.map((p) => p.domain))
  return (
    <Box mt="4px">
      {view.places.map((p) => (
        <PlacePlot key={`${p.domain} ${p.name}`} view={view} place={p} withDomain={domains.size > 1} />
      ))}
      <Flex gap="14px" fontSize="12px" color="faded" mt="4px" wrap="wrap">
        <Key colour="moss">registered</Key>
        <Key colour="rust">refused</Key>
        <Key colour="amber">ran out</Key>
        <Box>each bar is {view.sliceSeconds / 60} minutes; the line beside is how long answers took</Box>
      </Flex>
    </Box>
  )
}

const Key = ({ colour, children }: { colour: string; children: string }) => (
  <Flex gap="5px" align="center">
    <Box w="9px" h="9px" bg={colour} />
    {children}
  </Flex>
)

type PlotProps = { view: TrafficView; place: Place; withDomain: boolean }

const hour = (at: number) => clock(new Date(at).toISOString()).slice(0, 5)

const tip = {
  background: 'var(--chakra-colors-sheet)',
  border: '1px solid var(--chakra-colors-line)',
  padding: '2px 8px',
  fontSize: '12px',
}

const NAMES: Record<string, string> = {
  registered: 'registered',
  refused: 'refused',
  lapsed: 'ran out',
  answer: 'answers took',
}

const isTold = (at: number) => new Date(at).getMinutes() === 0 && new Date(at).getHours() % 3 === 0

function PlacePlot({ view, place, withDomain }: PlotProps) {
  const data = slices(view, place)
  const told = words(sums(place))
  return (
    <Box
      as="figure"
      aria-label={`${place.name}: ${told} since ${clock(view.from).slice(0, 5)}`}
      py="6px"
      borderBottom="1px solid"
      borderColor="line"
    >
      <Flex as="figcaption" gap="8px" align="baseline" wrap="wrap">
        <b>{place.name}</b>
        {withDomain && <Faded>{place.domain}</Faded>}
        <Faded>{told}</Faded>
      </Flex>
      <Flex h="52px" fontSize="11px" gap="8px">
        <Box flex="3" minW="0">
          <ResponsiveContainer>
            <BarChart
              data={data}
              margin={{ top: 4, right: 0, bottom: 0, left: 0 }}
              accessibilityLayer
              syncId="traffic"
              barCategoryGap={0}
            >
              <Axis data={data} />
              <YAxis hide allowDecimals={false} />
              <Tooltip
                labelFormatter={(at) => hour(Number(at))}
                formatter={(n, name) => [String(n), NAMES[String(name)] ?? '']}
                contentStyle={tip}
              />
              <Bar
                dataKey="registered"
                stackId="a"
                fill="var(--chakra-colors-moss)"
                isAnimationActive={false}
              />
              <Bar dataKey="lapsed" stackId="a" fill="var(--chakra-colors-amber)" isAnimationActive={false} />
              <Bar dataKey="refused" stackId="a" fill="var(--chakra-colors-rust)" isAnimationActive={false} />
            </BarChart>
          </ResponsiveContainer>
        </Box>
        <Box flex="1" minW="0">
          <ResponsiveContainer>
            <LineChart
              data={data}
              margin={{ top: 4, right: 4, bottom: 0, left: 0 }}
              accessibilityLayer
              syncId="traffic"
            >
              <Axis data={data} />
              <YAxis hide />
              <Tooltip
                labelFormatter={(at) => hour(Number(at))}
                formatter={(n) => [millis(Number(n)), 'answers took']}
                contentStyle={tip}
              />
              <Line
                dataKey="answer"
                dot={false}
                connectNulls
                stroke="var(--chakra-colors-fjord)"
                isAnimationActive={false}
              />
            </LineChart>
          </ResponsiveContainer>
        </Box>
      </Flex>
    </Box>
  )
}

/** Every third hour. */
const Axis = ({ data }: { data: Slice[] }) => (
  <XAxis
    dataKey="at"
    type="category"
    interval={0}
    ticks={data.map((s) => s.at).filter((at) => isTold(at))}
    tickFormatter={hour}
    height={16}
    tickLine={false}
    stroke="var(--chakra-colors-faded)"
  />
)
