import { Box, Flex, chakra } from '@chakra-ui/react'
import { useLayoutEffect, useRef, useState } from 'react'
import type { Schemas } from '../../api/client'
import { Age } from '../../kit/Age'
import { Rail } from '../../kit/Rail'
import { STOPS } from '../../kit/stops'

type Props = { stops: Schemas['StopView'][]; rail: string; at: string }

const Name = chakra('button', {
  base: {
    width: '0',
    display: 'flex',
    justifyContent: 'center',
    fontSize: '10.5px',
    color: 'faded',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    '&[aria-pressed=true]': { fontWeight: 700, textDecoration: 'underline', textUnderlineOffset: '3px' },
  },
})

const TONE: Record<string, string> = {
  HELD: 'rust',
  WAITING: 'amberText',
  PASSED: 'faded',
  NOT_SEEN: 'slateText',
}

/** The path drawn large; the stop that is pointed at says what shows it. */
export function BigRail({ stops, rail, at }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(430)
  const [chosen, setChosen] = useState<string | undefined>()
  useLayoutEffect(() => {
    const element = box.current
    if (!element) return
    const measure = new ResizeObserver(() => setWidth(element.clientWidth))
    measure.observe(element)
    return () => measure.disconnect()
  }, [])
  const shown = stops.find((s) => s.stop === (chosen ?? at)) ?? stops[0]
  return (
    <Box mt="14px" data-testid="path" data-rail={rail}>
      <Box ref={box} px="18px">
        <Rail rail={rail} width={Math.max(200, width - 36)} height={26} />
        <Flex justify="space-between" px="6px" h="18px">
          {STOPS.map(([stop, name]) => {
            const report = stops.find((s) => s.stop === stop)
            const bold = stop === at && report?.state !== 'PASSED'
            return (
              <Name
                key={stop}
                aria-pressed={stop === chosen}
                color={TONE[report?.state ?? 'NOT_SEEN']}
                fontWeight={bold ? 700 : undefined}
                onClick={() => setChosen(stop === chosen ? undefined : stop)}
                onMouseEnter={() => setChosen(stop)}
                onMouseLeave={() => setChosen(undefined)}
              >
                {name}
              </Name>
            )
          })}
        </Flex>
      </Box>
      {shown && (
        <Flex gap="8px" mt="4px" color={TONE[shown.state]} minH="20px">
          <b>{STOPS.find(([s]) => s === shown.stop)?.[1]}</b>
          <Box flex="1" minW="0">
            {shown.evidence}
          </Box>
          {shown.since && <Age at={shown.since} />}
        </Flex>
      )}
    </Box>
  )
}
