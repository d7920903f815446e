import { Box } from '@chakra-ui/react'
import { useKeeping } from '../api/queries'

/** Says that nothing can be kept, why, and what ends it; nothing while all is well. */
export function KeepNote() {
  const trouble = useKeeping().data?.trouble
  if (!trouble) return null
  return (
    <Box role="alert" bg="rustBg" color="rust" px="18px" py="7px" borderBottom="1px solid" borderColor="rust">
      {trouble}
    </Box>
  )
}
