import { Box, Flex, chakra } from '@chakra-ui/react'
import { keepPreviousData, queryOptions, useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../api/client'
import { unwrap } from '../api/problem'
import { Entry, Key } from '../kit/basics'
import { Shown } from '../kit/Shown'

const Hit = chakra('button', {
  base: {
    display: 'block',
    width: '100%',
    textAlign: 'left',
    px: '10px',
    py: '4px',
    cursor: 'pointer',
    _hover: { bg: 'fjordBg' },
    '&[aria-selected=true]': { bg: 'fjordBg' },
  },
})

const search = (q: string) =>
  queryOptions({
    queryKey: ['search', q],
    queryFn: () => unwrap(client.GET('/api/search', { params: { query: { q } } })),
  })

/** Finds devices by fragment of MAC, label or extension, and extensions by number or name. */
export function Search() {
  const [q, setQ] = useState('')
  const [at, setAt] = useState(0)
  const navigate = useNavigate()
  const queries = useQueryClient()
  const typed = useRef('')
  const answer = useQuery({ ...search(q), enabled: q.trim().length > 1, placeholderData: keepPreviousData })
  // An answer to what was typed before is shown faded, and is not acted on.
  const late = answer.isPlaceholderData
  const hits = answer.data ?? []
  const shown = q.trim().length > 1
  const open = (hit: Schemas['Hit'] | undefined) => {
    if (!hit) return
    setQ('')
    // The keys belong to the screen that was gone to.
    document.getElementById('find')?.blur()
    void navigate(
      hit.kind === 'device'
        ? `/fleet/${hit.id}`
        : hit.kind === 'person'
          ? `/roster/people/${hit.id}`
          : `/roster/extensions?domain=${hit.id}&q=${hit.title.split(' ')[0] ?? ''}`,
    )
  }
  /** Opens what is found for what stands there, waiting for it; not what was found for the first half of it. */
  const enter = async () => {
    const wanted = q
    const found = await queries.ensureQueryData(search(wanted)).catch(() => undefined)
    if (found && typed.current === wanted) open(found[at])
  }
  return (
    <Box position="relative" onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && setQ('')}>
      <Flex position="relative" align="center">
        <Entry
          id="find"
          role="combobox"
          aria-label="Find"
          aria-expanded={shown}
          aria-controls="hits"
          autoComplete="off"
          width={{ base: '190px', xl: '240px' }}
          placeholder="Find MAC, extension, person…"
          value={q}
          onChange={(e) => {
            typed.current = e.target.value
            setQ(e.target.value)
            setAt(0)
          }}
          onKeyDown={(e) => {
            if (e.key === 'ArrowDown') setAt((i) => Math.min(hits.length - 1, i + 1))
            else if (e.key === 'ArrowUp') setAt((i) => Math.max(0, i - 1))
            else if (e.key === 'Enter' && shown) void enter()
            else if (e.key === 'Escape') {
              setQ('')
              e.currentTarget.blur()
            }
          }}
        />
        <Box position="absolute" right="6px" pointerEvents="none">
          <Key>/</Key>
        </Box>
      </Flex>
      {shown && (
        <Box
          id="hits"
          role="listbox"
          position="absolute"
          right="0"
          top="34px"
          zIndex="20"
          width="340px"
          bg="sheet"
          border="1px solid"
          borderColor="ink"
          py="4px"
        >
          <Shown query={answer} what="What is found">
            {() =>
              hits.length === 0 && !late ? (
                <Box px="10px" py="4px" color="faded">
                  Nothing has “{q}”.
                </Box>
              ) : (
                hits.map((hit, i) => (
                  <Hit
                    key={hit.kind + hit.title}
                    role="option"
                    aria-selected={i === at}
                    aria-disabled={late}
                    opacity={late ? 0.5 : 1}
                    onClick={() => !late && open(hit)}
                  >
                    <b>{hit.title}</b>{' '}
                    <chakra.span color="faded" fontSize="12px">
                      {hit.kind} · {hit.detail}
                    </chakra.span>
                  </Hit>
                ))
              )
            }
          </Shown>
        </Box>
      )}
    </Box>
  )
}
