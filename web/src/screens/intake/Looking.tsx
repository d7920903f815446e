import { Box, Flex, chakra } from '@chakra-ui/react'
import { useGround } from '../../api/queries'
import { Act, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'
import { useClear } from './queries'
import type { Sheet } from './queries'

/** How far a large sheet was looked at; until it is done, nothing is told of its rows. */
export function Looking({ sheet, mayChange }: { sheet: Sheet; mayChange: boolean }) {
  const clear = useClear()
  const share = sheet.total > 0 ? sheet.looked / sheet.total : 0
  return (
    <Box p="18px" maxW="560px">
      <chakra.b>
        Looking at row {sheet.looked.toLocaleString('en')} of {sheet.total.toLocaleString('en')}
      </chakra.b>
      <Box
        role="progressbar"
        aria-label="Rows looked at"
        aria-valuemin={0}
        aria-valuemax={sheet.total}
        aria-valuenow={sheet.looked}
        my="8px"
        height="6px"
        bg="line"
      >
        <Box height="100%" width={`${share * 100}%`} bg="fjord" />
      </Box>
      <Flex gap="10px" align="center">
        {mayChange && (
          <Act disabled={clear.isPending} onClick={() => clear.mutate(undefined)}>
            Stop, and clear the sheet
          </Act>
        )}
        <Faded>Others’ sheets take turns with this one.</Faded>
      </Flex>
      <Trouble error={clear.error} />
    </Box>
  )
}

/** A sheet that can't be shown is not lost. */
export function Unreadable({ mayChange }: { mayChange: boolean }) {
  const days = useGround().data?.kept.cleared
  const clear = useClear()
  return (
    <Flex gap="10px" align="center" wrap="wrap" mt="8px">
      <chakra.a href="/api/intake/sheet/text" download color="fjord" fontWeight={600}>
        Download its rows as text
      </chakra.a>
      {mayChange && (
        <Act disabled={clear.isPending} onClick={() => clear.mutate(undefined)}>
          Clear it
        </Act>
      )}
      {days && <Faded>What is cleared can be brought back for {days} days.</Faded>}
      <Trouble error={clear.error} />
    </Flex>
  )
}
