import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { useLab, useSession } from '../../api/queries'
import { Act, Faded, Grid, Mono, Title } from '../../kit/basics'
import { Empty } from '../../kit/Empty'
import { Missing } from '../../kit/Shown'
import { OpenHandoff } from './OpenHandoff'
import { OutsideWeb } from './OutsideWeb'
import { PhoneRow } from './PhoneRow'
import { Unbox } from './Unbox'

/** The simulated phones and the faults that can be switched on. */
export function Lab() {
  const lab = useLab()
  const mayAct = useSession().data?.role !== 'VIEWER'
  const [unboxing, setUnboxing] = useState(false)
  const [opening, setOpening] = useState(false)
  const sip = lab.data?.sip
  return (
    <Box height="100%" overflow="auto" p="14px 18px">
      <Flex align="baseline" gap="14px">
        <Title>Lab</Title>
        <Faded>Simulated phones. They know nothing but what they were sent.</Faded>
        {mayAct && (
          <Flex ml="auto" gap="8px" alignSelf="center">
            <Act onClick={() => setOpening(true)}>Open a handoff with a softphone…</Act>
            <Act kind="main" onClick={() => setUnboxing(true)}>
              Unbox a phone…
            </Act>
          </Flex>
        )}
      </Flex>
      {lab.data && sip && (
        <Box mt="6px" color="faded">
          Registrar on udp and tcp <Mono>127.0.0.1:{lab.data.sipPort}</Mono>, tls{' '}
          <Mono>:{lab.data.tlsPort}</Mono> (
          <chakra.a
            href="/api/lab/authority"
            download="jordfell-lab.pem"
            color="fjord"
            textDecoration="underline"
          >
            its authority’s certificate
          </chakra.a>
          ) · {sip.received} messages since the start · {sip.broken} broken, {sip.tooLarge} too large,{' '}
          {sip.tooMany} too many, {sip.strangers} of agents that proved nothing
        </Box>
      )}
      <Missing query={lab} what="The Lab" />
      {lab.data?.phones.length === 0 ? (
        <Empty title="The Lab is empty">Unbox a phone; it will knock until it is enrolled.</Empty>
      ) : (
        <Box mt="10px">
          <Grid>
            <thead>
              <tr>
                <th>Phone</th>
                <th>Site</th>
                <th>Path</th>
                <th>Its screen says</th>
                <th>Power</th>
                <th>Network</th>
                <th>Somebody at the phone…</th>
              </tr>
            </thead>
            <tbody>
              {lab.data?.phones.map((phone) => (
                <PhoneRow key={phone.mac} phone={phone} mayAct={mayAct} />
              ))}
            </tbody>
          </Grid>
        </Box>
      )}
      <OutsideWeb mayAct={mayAct} />
      {opening && <OpenHandoff onClose={() => setOpening(false)} />}
      {unboxing && <Unbox onClose={() => setUnboxing(false)} />}
    </Box>
  )
}
