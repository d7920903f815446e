import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState, type ReactNode } from 'react'
import { client } from '../../api/client'
import { asProblem } from '../../api/problem'
import { Brand } from '../../frame/Brand'
import { Act } from '../../kit/basics'

type Props<T> = {
  title: string
  before: string
  act: string
  /** Opens the link, by the secret part of the address. */
  open: (token: string) => Promise<T>
  shown: (opened: T) => ReactNode
}

/** What whoever has a link sees: nothing is opened until they press, and then it is opened this once. */
export function OpenOnce<T>({ title, before, act, open, shown }: Props<T>) {
  const [opened, setOpened] = useState<T | undefined>()
  const [trouble, setTrouble] = useState('')
  const [busy, setBusy] = useState(false)
  const press = () => {
    setBusy(true)
    client
      // The cookie that shows that this is our own page comes with the first answer.
      .GET('/api/session')
      .catch(() => undefined)
      .then(() => open(window.location.hash.slice(1)))
      .then(setOpened)
      .catch((e: unknown) => setTrouble(asProblem(e)?.message ?? 'This could not be done.'))
      .finally(() => setBusy(false))
  }
  return (
    <Flex direction="column" minH="100vh" align="center" pt="8vh" px="20px">
      <Box width="100%" maxW="520px">
        <Flex mb="24px">
          <Brand />
        </Flex>
        {opened !== undefined ? (
          shown(opened)
        ) : trouble ? (
          <Box role="alert" bg="rustBg" borderLeft="3px solid" borderColor="rust" p="12px 16px">
            <b>{trouble}</b>
          </Box>
        ) : (
          <>
            <chakra.h1 fontSize="22px" fontWeight={700}>
              {title}
            </chakra.h1>
            <chakra.p my="12px">{before}</chakra.p>
            <Act kind="main" py="8px" disabled={busy} onClick={press}>
              {act}
            </Act>
          </>
        )}
      </Box>
    </Flex>
  )
}
