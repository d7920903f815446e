import { Box, Flex, chakra } from '@chakra-ui/react'
import { useEffect, useRef } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { useDeviceFile } from '../../api/queries'
import { Choice, Faded, Mono } from '../../kit/basics'
import { DevicePicker } from '../../kit/DevicePicker'
import { Trouble } from '../../kit/Trouble'
import type { Against } from './useTrial'

type Props = {
  deviceId: number
  /** The file with a word that is typed and not kept, if there is one. */
  tried: Schemas['FilePreview'] | undefined
  /** The key of the setting whose lines are lit up. */
  touched: string
  against: Against
  onAgainst: (against: Against) => void
  onChoose: (id: number) => void
}

const SIGN = { SAME: '  ', ADDED: '+ ', REMOVED: '− ' } as const
const TINT = { SAME: undefined, ADDED: 'mossBg', REMOVED: 'rustBg' } as const
const EDGE = { SAME: 'transparent', ADDED: 'moss', REMOVED: 'rust' } as const

/** The file this device would be sent now, against the one it has. */
export function FilePreview({ deviceId, tried, touched, against, onAgainst, onChoose }: Props) {
  const kept = useDeviceFile(deviceId, against)
  // What can't be made is told at the setting; the file stays the one that can.
  const spoilt = tried?.revision === ''
  const file = tried && !spoilt ? tried : kept.data
  const firstLit = file?.lines.findIndex((l) => isLit(l, touched)) ?? -1
  const changed = file?.lines.some((l) => l.change !== 'SAME')
  return (
    <Box
      as="aside"
      aria-label="Configuration"
      width={{ base: '100%', lg: '330px', xl: '390px' }}
      flexShrink={0}
      p="14px 16px"
      borderLeft="1px solid"
      borderColor="line"
      overflow="auto"
    >
      <Flex gap="6px" align="center">
        <chakra.b whiteSpace="nowrap">What is sent to</chakra.b>
        <DevicePicker label="Device" value={deviceId} onChoose={onChoose} />
      </Flex>
      <Trouble error={kept.error} />
      {file && (
        <>
          <Box mt="8px">
            <Flex gap="8px" align="center">
              <Mono color="faded">{file.fileName}</Mono>
              <Choice
                aria-label="Told apart from"
                ml="auto"
                fontSize="12px"
                value={against}
                onChange={(e) => onAgainst(e.target.value as Against)}
              >
                <option value="phone">against the phone’s</option>
                <option value="release">against the release</option>
              </Choice>
            </Flex>
            {tried && (
              <chakra.p color={spoilt ? 'rust' : 'fjord'} fontSize="12.5px" fontWeight={600}>
                {spoilt
                  ? 'With what is typed it can’t be made; as it is kept:'
                  : 'With what is typed; not kept yet.'}
              </chakra.p>
            )}
            <Box color={changed ? 'amberText' : 'faded'} fontSize="12.5px">
              <Standing file={file} changed={!!changed} />{' '}
              <chakra.span color="fjord" textDecoration="underline">
                <Link to={`/fleet/${deviceId}`}>open the device</Link>
              </chakra.span>
            </Box>
          </Box>
          {file.revision !== '' ? (
            <Box
              bg="sheet"
              border="1px solid"
              borderColor="line"
              py="8px"
              mt="8px"
              role="region"
              aria-label="File"
              tabIndex={0}
            >
              {file.lines.map((line, i) => (
                <FileLine key={i} line={line} signs={!!changed} touched={touched} inSight={i === firstLit} />
              ))}
            </Box>
          ) : (
            <Box mt="10px" color="rust">
              Its configuration can’t be made yet. {file.problems.join(' ') || 'A line has no extension.'}
            </Box>
          )}
        </>
      )}
    </Box>
  )
}

const isLit = (line: Schemas['FileLine'], touched: string) =>
  touched !== '' && line.spots.some((s) => s.key === touched)

type LineProps = {
  line: Schemas['FileLine']
  signs: boolean
  touched: string
  /** Whether it is brought into sight. */
  inSight: boolean
}

/** A line of the file; the values of the touched setting are lit up. */
function FileLine({ line, signs, touched, inSight }: LineProps) {
  const ref = useRef<HTMLPreElement>(null)
  const lit = isLit(line, touched)
  useEffect(() => {
    if (inSight) ref.current?.scrollIntoView({ block: 'nearest' })
  }, [inSight])
  return (
    <chakra.pre
      ref={ref}
      data-lit={lit || undefined}
      fontFamily="mono"
      fontSize="12px"
      lineHeight="1.55"
      px="10px"
      whiteSpace="pre-wrap"
      overflowWrap="anywhere"
      minH="1.2em"
      bg={TINT[line.change]}
      color={line.text.startsWith('[') ? 'faded' : 'ink'}
      boxShadow={`inset 3px 0 var(--chakra-colors-${EDGE[line.change]}, transparent)`}
    >
      {signs && line.text !== '' ? SIGN[line.change] : ''}
      {lit ? <Lit line={line} touched={touched} /> : line.text}
    </chakra.pre>
  )
}

function Lit({ line, touched }: { line: Schemas['FileLine']; touched: string }) {
  const spots = line.spots.filter((s) => s.key === touched)
  const parts: React.ReactNode[] = []
  let at = 0
  spots.forEach((s) => {
    parts.push(line.text.slice(at, s.from))
    parts.push(
      <chakra.mark key={s.from} bg="fjord" color="onFjord" px="1px" borderRadius="2px">
        {line.text.slice(s.from, s.to) || ' '}
      </chakra.mark>,
    )
    at = s.to
  })
  parts.push(line.text.slice(at))
  return <>{parts}</>
}

/** How the file stands: the same as on the phone, changed, or released and not fetched. */
function Standing({ file, changed }: { file: Schemas['FilePreview']; changed: boolean }) {
  if (file.onPhone === '') return <Faded>rev {file.revision || '–'}; the phone has none yet ·</Faded>
  if (!changed && file.revision === file.onPhone) return <>rev {file.revision}, the same as on the phone ·</>
  if (file.revision === file.released)
    return (
      <>
        rev {file.revision} is released; the phone still has {file.onPhone} ·
      </>
    )
  return (
    <>
      rev {file.onPhone} on the phone, {file.revision || 'none'} not released ·
    </>
  )
}
