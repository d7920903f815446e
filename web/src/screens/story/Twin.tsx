import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { Act, Faded, Grid, Heading } from '../../kit/basics'
import { Shown } from '../../kit/Shown'
import { useTwin } from './queries'

/** The device most like it that works, and what differs. */
export function Twin({ id }: { id: number }) {
  const [open, setOpen] = useState(false)
  return (
    <Box mt="18px">
      <Heading>
        Its twin{' '}
        <Act kind="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Hide' : 'Compare with one like it that works'}
        </Act>
      </Heading>
      {open && <Compared id={id} />}
    </Box>
  )
}

function Compared({ id }: { id: number }) {
  return (
    <Shown query={useTwin(id)} what="Its twin">
      {(twin) =>
        twin.id === 0 ? (
          <Faded>No other device of its model works at present.</Faded>
        ) : (
          <Box mt="6px" role="region" aria-label="Its twin">
            <chakra.span color="fjord" fontWeight={600}>
              <Link to={`/fleet/${twin.id}`}>{twin.label}</Link>
            </chakra.span>{' '}
            <Faded>works · both: {twin.same.join(', ')}</Faded>
            {twin.differences.length === 0 ? (
              <Box>
                Nothing that is on record differs: look at its cable, its port and what it was told by hand.
              </Box>
            ) : (
              <Grid mt="4px">
                <thead>
                  <tr>
                    <th>Differs</th>
                    <th>Here</th>
                    <th>There</th>
                  </tr>
                </thead>
                <tbody>
                  {twin.differences.map((d) => (
                    <tr key={d.what}>
                      <td>{d.what}</td>
                      <chakra.td overflowWrap="anywhere">{d.here || '—'}</chakra.td>
                      <chakra.td overflowWrap="anywhere">{d.there || '—'}</chakra.td>
                    </tr>
                  ))}
                </tbody>
              </Grid>
            )}
          </Box>
        )
      }
    </Shown>
  )
}
