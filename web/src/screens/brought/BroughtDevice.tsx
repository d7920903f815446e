import { Box, chakra } from '@chakra-ui/react'
import { Link } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { Faded, Heading } from '../../kit/basics'
import { Shown } from '../../kit/Shown'
import { DrawnLadder } from '../../ladder/DrawnLadder'
import { useVerdict } from './queries'

type Props = { brought: number; device: Schemas['BroughtDeviceView']; reading: boolean }

const SURE: Record<string, string> = { CERTAIN: 'certain', LIKELY: 'likely', POSSIBLE: 'possible' }

/** What is said of one device by what was brought, what can’t be, and what went to and fro. */
export function BroughtDevice({ brought, device: d, reading }: Props) {
  return (
    <Box
      role="region"
      aria-label={d.label}
      my="6px"
      p="12px 16px"
      bg="sheet"
      border="1px solid"
      borderColor="line"
      borderRadius="3px"
    >
      <Shown query={useVerdict(brought, d.id, reading)} what="What it shows">
        {(verdict) => (
          <>
            <chakra.h3 fontSize="15px" fontWeight={700}>
              {d.label}, by this alone
            </chakra.h3>
            {verdict.findings.map((f) => (
              <Box key={f.sentence} mt="6px">
                <chakra.b color="rust">{f.sentence}</chakra.b>{' '}
                <Faded>
                  {SURE[f.certainty]} · {f.evidence.join('; ')}
                </Faded>
                {f.detail && <Box>{f.detail}</Box>}
              </Box>
            ))}
            <Box mt="6px">{verdict.words}</Box>
            <Box as="ul" mt="6px" pl="18px" listStyleType="disc" color="faded">
              {verdict.blind.map((b) => (
                <li key={b}>{b}</li>
              ))}
            </Box>
            <Box mt="6px">
              <chakra.span color="fjord" fontWeight={600}>
                <Link to={`/fleet/${d.id}`}>What is seen of it from here</Link>
              </chakra.span>
            </Box>
            <Box mt="14px">
              <Heading>What went to and fro</Heading>
              <DrawnLadder
                ladder={verdict.ladder}
                message={{
                  key: ['brought', brought, 'message', d.id],
                  ask: (key, step) =>
                    unwrap(
                      client.GET('/api/brought/{id}/devices/{device}/message', {
                        params: { path: { id: brought, device: d.id }, query: { key, step } },
                      }),
                    ),
                }}
              />
            </Box>
          </>
        )}
      </Shown>
    </Box>
  )
}
