import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { Brand } from '../../frame/Brand'
import { Act, Faded, Grid, Mono } from '../../kit/basics'

type Opened = Schemas['Opened']

/** What the user of a softphone sees: nothing is opened until they press, and then it is opened this once. */
export function Handoff() {
  const [opened, setOpened] = useState<Opened | undefined>()
  const [trouble, setTrouble] = useState('')
  const [busy, setBusy] = useState(false)
  const open = () => {
    setBusy(true)
    client
      // The cookie that shows that this is our own page comes with the first answer.
      .GET('/api/session')
      .catch(() => undefined)
      .then(() =>
        unwrap(client.POST('/api/handoffs/open', { body: { token: window.location.hash.slice(1) } })),
      )
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
        {opened ? (
          <Shown opened={opened} />
        ) : trouble ? (
          <Box role="alert" bg="rustBg" borderLeft="3px solid" borderColor="rust" p="12px 16px">
            <b>{trouble}</b>
          </Box>
        ) : (
          <>
            <chakra.h1 fontSize="22px" fontWeight={700}>
              Your softphone’s account
            </chakra.h1>
            <chakra.p my="12px">
              Your technician has made an account for you. It is shown once: have your softphone ready before
              you press.
            </chakra.p>
            <Act kind="main" py="8px" disabled={busy} onClick={open}>
              Show it to me now
            </Act>
          </>
        )}
      </Box>
    </Flex>
  )
}

function Shown({ opened }: { opened: Opened }) {
  const [copied, setCopied] = useState('')
  const rows: [string, string][] = [
    ['User', opened.number],
    ['Authentication user', opened.authUser],
    ['Password', opened.password],
    ['Domain', opened.domain],
    ['Instance', opened.instance],
  ]
  const save = () => {
    const url = URL.createObjectURL(new Blob([opened.file], { type: 'application/json' }))
    const link = document.createElement('a')
    link.href = url
    link.download = `quillon-${opened.number}.json`
    link.click()
    URL.revokeObjectURL(url)
  }
  return (
    <Box as="section" aria-label="Your account">
      <chakra.h1 fontSize="22px" fontWeight={700}>
        {opened.person}, {opened.number}
      </chakra.h1>
      <chakra.p my="10px">
        Type these into {opened.model}, or give it the file. This page is shown once.
      </chakra.p>
      <Grid>
        <tbody>
          {rows.map(([label, value]) => (
            <tr key={label}>
              <chakra.td color="faded">{label}</chakra.td>
              <td>
                <Mono fontSize="14px" whiteSpace="normal" overflowWrap="anywhere">
                  {value}
                </Mono>
              </td>
              <td>
                <Act
                  kind="quiet"
                  aria-label={`Copy ${label}`}
                  onClick={() => void navigator.clipboard.writeText(value).then(() => setCopied(label))}
                >
                  {copied === label ? 'copied' : 'Copy'}
                </Act>
              </td>
            </tr>
          ))}
        </tbody>
      </Grid>
      <Flex mt="14px" gap="12px" align="center">
        <Act kind="main" onClick={save}>
          Save the file for the softphone
        </Act>
        <Faded>Keep it to yourself, and delete it once it is in.</Faded>
      </Flex>
    </Box>
  )
}
