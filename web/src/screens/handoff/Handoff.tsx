import { Box, Flex, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { Act, Faded, Grid, Mono } from '../../kit/basics'
import { OpenOnce } from './OpenOnce'

type Opened = Schemas['Opened']

/** The account of a softphone, for its user. */
export function Handoff() {
  return (
    <OpenOnce
      title="Your softphone’s account"
      before="Your technician has made an account for you. It is shown once: have your softphone ready before you press."
      act="Show it to me now"
      open={(token) => unwrap(client.POST('/api/handoffs/open', { body: { token } }))}
      shown={(opened) => <Shown opened={opened} />}
    />
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
