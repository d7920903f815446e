import { Box, Flex, chakra } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { Faded, Grid, Heading, Mono } from '../../kit/basics'
import { FilterEntry } from '../../kit/FilterEntry'
import { Shown } from '../../kit/Shown'
import { useDomain } from '../roster/useDomain'
import { CallsFrame } from './CallsFrame'
import { useCodecs, useSpoken } from './queries'

type Speaks = Schemas['SpeaksView']

/** Which codec two phones agree on, and which phones of the domain could not hear each other. */
export function Codecs() {
  const { domainId, at, set } = useDomain()
  const from = at('from')
  const to = at('to')
  const spoken = useSpoken(domainId, from, to)
  return (
    <CallsFrame>
      <Flex gap="10px" align="baseline" wrap="wrap" mb="14px">
        <FilterEntry
          label="Extension that calls"
          placeholder="extension"
          width="130px"
          value={from}
          onFilter={(text) => set('from', text.trim())}
        />
        <span>calls</span>
        <FilterEntry
          label="Extension that is called"
          placeholder="extension"
          width="130px"
          value={to}
          onFilter={(text) => set('to', text.trim())}
        />
      </Flex>
      {from !== '' && to !== '' && (
        <Shown query={spoken} what="What is spoken">
          {(data) => <Spoken spoken={data} />}
        </Shown>
      )}
      <Shown query={useCodecs(domainId)} what="The codecs">
        {(data) => <Deaf codecs={data} />}
      </Shown>
    </CallsFrame>
  )
}

function Spoken({ spoken }: { spoken: Schemas['SpokenView'] }) {
  const good = spoken.agreed !== ''
  return (
    <>
      <Box
        role="status"
        bg={good ? 'mossBg' : 'rustBg'}
        borderLeft="3px solid"
        borderColor={good ? 'moss' : 'rust'}
        px="14px"
        py="9px"
        maxW="900px"
        fontWeight={700}
      >
        {good
          ? `They would speak ${spoken.agreed}, by what is set for them.`
          : 'By what is set for them they have no codec in common: neither could hear the other.'}
      </Box>
      <Grid mt="10px" maxW="900px">
        <thead>
          <tr>
            <th>Phone</th>
            <th>Set for it</th>
            <th>Its model can</th>
            <th>It speaks, best first</th>
          </tr>
        </thead>
        <tbody>
          {[spoken.caller, spoken.called].map((s, i) => (
            <Row key={i} speaks={s} agreed={spoken.agreed} />
          ))}
        </tbody>
      </Grid>
    </>
  )
}

function Row({ speaks, agreed }: { speaks: Speaks; agreed: string }) {
  return (
    <tr>
      <td>
        <chakra.b color="fjord">
          <Link to={`/fleet/${speaks.deviceId}`}>{speaks.label}</Link>
        </chakra.b>
        <Faded display="block">{speaks.model}</Faded>
      </td>
      <td>{speaks.set.join(', ') || <Faded>nothing</Faded>}</td>
      <td>{speaks.ofModel.join(', ') || <Faded>not known: all of them</Faded>}</td>
      <td>
        {speaks.spoken.length === 0 && <chakra.span color="rust">nothing</chakra.span>}
        {speaks.spoken.map((codec, i) => (
          <chakra.span key={codec} fontWeight={codec === agreed ? 700 : 400}>
            {i > 0 && ', '}
            {codec}
          </chakra.span>
        ))}
      </td>
    </tr>
  )
}

function Deaf({ codecs }: { codecs: Schemas['CodecsView'] }) {
  return (
    <Box mt="22px" maxW="900px">
      <Heading>Who could not hear whom</Heading>
      {codecs.devices < 2 ? (
        <Faded>There are no two devices in use yet.</Faded>
      ) : codecs.deaf.length === 0 ? (
        <Box>
          Any two of {codecs.devices} devices have a codec in common, by what is set for them and noted of
          their models.
        </Box>
      ) : (
        <Grid>
          <tbody>
            {codecs.deaf.map((d) => (
              <tr key={d.one.deviceId + '-' + d.other.deviceId}>
                <td>
                  <Kind kind={d.one} />
                </td>
                <chakra.td color="rust" whiteSpace="nowrap">
                  nothing in common with
                </chakra.td>
                <td>
                  <Kind kind={d.other} />
                </td>
              </tr>
            ))}
          </tbody>
        </Grid>
      )}
    </Box>
  )
}

function Kind({ kind }: { kind: Schemas['KindView'] }) {
  return (
    <>
      <b>{kind.model}</b>{' '}
      <Faded>
        {kind.devices === 1 ? '' : `${kind.devices} devices, such as `}
        <Link to={`/fleet/${kind.deviceId}`}>{kind.label}</Link>
      </Faded>
      <Mono display="block">{kind.codecs.join(', ') || 'nothing'}</Mono>
    </>
  )
}
