import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { Fragment, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { client, type Schemas } from '../../../api/client'
import { unwrap } from '../../../api/problem'
import { Act, Faded, Grid, Mono } from '../../../kit/basics'
import { DevicePicker } from '../../../kit/DevicePicker'
import { Empty } from '../../../kit/Empty'
import { Rail } from '../../../kit/Rail'
import { Missing } from '../../../kit/Shown'
import { TemplatesFrame } from '../TemplatesFrame'

/** Two devices side by side, and what differs. */
export function Compare() {
  const [params, setParams] = useSearchParams()
  const one = Number(params.get('one') ?? 0)
  const other = Number(params.get('other') ?? 0)
  const choose = (change: Record<string, string>) =>
    setParams({ one: String(one), other: String(other), ...change }, { replace: true })
  const comparison = useQuery({
    queryKey: ['settings', 'compare', one, other],
    enabled: one > 0 && other > 0,
    retry: false,
    queryFn: () => unwrap(client.GET('/api/compare', { params: { query: { one, other } } })),
  })
  const chooser = (name: 'one' | 'other', value: number, label: string) => (
    <DevicePicker
      label={label}
      value={value}
      onChoose={(id) => choose({ [name]: String(id) })}
      width="260px"
    />
  )
  return (
    <TemplatesFrame>
      <Box p="14px 18px" height="100%" overflow="auto">
        <Flex gap="10px" align="center" wrap="wrap">
          {chooser('one', one, 'One device')} <Faded>beside</Faded>{' '}
          {chooser('other', other, 'Another device')}
        </Flex>
        {one > 0 && other > 0 && <Missing query={comparison} what="What differs" />}
        {comparison.data ? (
          <Found comparison={comparison.data} />
        ) : (
          (one === 0 || other === 0) && (
            <Empty title="This one works, that one doesn’t">
              Choose two devices, best one that works beside one that should: what differs is told, and from
              which layer it comes.
            </Empty>
          )
        )}
      </Box>
    </TemplatesFrame>
  )
}

function Found({ comparison }: { comparison: Schemas['Comparison'] }) {
  const [all, setAll] = useState(false)
  const telling = comparison.differences.filter((d) => all || !d.expected)
  const expected = comparison.differences.filter((d) => d.expected).length
  return (
    <>
      <chakra.h1 fontSize="19px" fontWeight={700} mt="14px" mb="10px">
        {comparison.sentence}
      </chakra.h1>
      <Grid tableLayout="fixed">
        <thead>
          <tr>
            <th style={{ width: '22%' }} aria-label="What" />
            <th>
              <Head side={comparison.one} />
            </th>
            <th>
              <Head side={comparison.other} />
            </th>
          </tr>
        </thead>
        <tbody>
          {telling.map((d, i) => (
            <Fragment key={d.group + d.label + d.line}>
              {d.group !== telling[i - 1]?.group && (
                <tr>
                  <chakra.td colSpan={3} fontWeight={700} pt="12px!">
                    {d.group === 'Records' ? 'The records' : d.group}
                  </chakra.td>
                </tr>
              )}
              <tr>
                <td>
                  {d.label}
                  {d.line > 1 && <Faded> line {d.line}</Faded>}
                </td>
                <td>
                  <Value text={d.one} from={d.oneFrom} />
                </td>
                <td>
                  <Value text={d.other} from={d.otherFrom} />
                </td>
              </tr>
            </Fragment>
          ))}
        </tbody>
      </Grid>
      <Box mt="12px" color="faded">
        {comparison.same} settings are the same.{' '}
        {expected > 0 && (
          <Act kind="quiet" onClick={() => setAll(!all)}>
            {all ? 'Leave out what always differs' : `Show ${expected} that differ on any two phones`}
          </Act>
        )}
      </Box>
    </>
  )
}

function Head({ side }: { side: Schemas['Side'] }) {
  return (
    <Box whiteSpace="normal">
      <chakra.b color="ink" fontSize="13.5px">
        <Link to={`/fleet/${side.id}`}>{side.label}</Link>
      </chakra.b>{' '}
      <Faded fontWeight={400}>{side.word}</Faded>
      <Box my="4px">
        <Rail rail={side.rail} />
      </Box>
    </Box>
  )
}

function Value({ text, from }: { text: string; from: string }) {
  return (
    <>
      <Mono whiteSpace="normal" overflowWrap="anywhere">
        {text || '–'}
      </Mono>{' '}
      {from && <Faded fontSize="12px">{from}</Faded>}
    </>
  )
}
