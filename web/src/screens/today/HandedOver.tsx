import { Box } from '@chakra-ui/react'
import { Link } from 'react-router'
import { Age } from '../../kit/Age'
import { Faded, Heading } from '../../kit/basics'
import { useMyNotes } from '../story/queries'

/** What others handed to whoever looks. */
export function HandedOver() {
  const notes = useMyNotes().data ?? []
  if (notes.length === 0) return null
  return (
    <Box as="section" aria-label="Handed to you" mb="18px">
      <Heading>Handed to you</Heading>
      {notes.map((n) => (
        <Box key={n.id} mt="6px" pl="10px" borderLeft="2px solid" borderColor="amber">
          <Box as="b" color="fjord">
            <Link to={`/fleet/${n.device}`}>{n.label}</Link>
          </Box>
          <Box overflowWrap="anywhere">{n.text}</Box>
          <Faded fontSize="12px">
            {n.who}, <Age at={n.at} /> ago
          </Faded>
        </Box>
      ))}
    </Box>
  )
}
