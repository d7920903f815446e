import { Box, Flex } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Choice, Faded, Heading, Mono } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

type Manner = Schemas['Page']['manner']

const MANNERS: [Manner, string][] = [
  ['SENDS', 'sends what it has'],
  ['EMPTY', 'answers, and has nothing'],
  ['GONE', 'is not there any more'],
  ['DRIPS', 'sends a letter a second'],
  ['FLOODS', 'never ends'],
  ['POINTS', 'points elsewhere'],
]

/** What stands in for the web outside: the lists that phonebooks fetch, and how each answers. */
export function OutsideWeb({ mayAct }: { mayAct: boolean }) {
  const pages = useQuery({
    queryKey: ['lab', 'web'],
    queryFn: () => unwrap(client.GET('/api/lab/web')),
  })
  const put = useChange((page: Schemas['Page']) => unwrap(client.PUT('/api/lab/web', { body: page })))
  if (!pages.data?.length) return null
  return (
    <Box mt="18px" role="region" aria-label="The web outside">
      <Heading>The web outside</Heading>
      {pages.data.map((page) => (
        <Flex key={page.address} gap="10px" align="center" wrap="wrap" py="3px">
          <Mono>{page.address}</Mono>
          <Choice
            aria-label={`How ${page.address} answers`}
            disabled={!mayAct || put.isPending}
            value={page.manner}
            onChange={(e) => put.mutate({ ...page, manner: e.target.value as Manner })}
          >
            {MANNERS.map(([manner, words]) => (
              <option key={manner} value={manner}>
                {words}
              </option>
            ))}
          </Choice>
          <Faded>{page.text.length.toLocaleString('en')} characters</Faded>
        </Flex>
      ))}
      <Trouble error={put.error} />
    </Box>
  )
}
