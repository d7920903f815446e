import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { sendFile } from '../../api/sendFile'
import { Act, Entry, Faded, Mono } from '../../kit/basics'
import { Copy } from '../../kit/Copy'
import { Dialog } from '../../kit/Dialog'
import { Trouble } from '../../kit/Trouble'

type Begun = Schemas['BegunView']

/** Brings a file, or begins what a program feeds as it records. */
export function BringActs() {
  const chooser = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const queries = useQueryClient()
  const [error, setError] = useState<Error | null>(null)
  const [feeding, setFeeding] = useState(false)
  const [over, setOver] = useState(false)

  const bring = async (file: File) => {
    setError(null)
    try {
      const begun = await unwrap(client.POST('/api/brought', { body: { name: file.name.slice(0, 200) } }))
      void queries.invalidateQueries({ queryKey: ['brought'] })
      void navigate(`/triage/brought/${begun.id}`)
      await sendFile(`/api/brought/${begun.id}/bytes`, file)
    } catch (e) {
      setError(e as Error)
    } finally {
      void queries.invalidateQueries({ queryKey: ['brought'] })
    }
  }

  return (
    <Box
      border="1px dashed"
      borderColor={over ? 'fjord' : 'edge'}
      bg={over ? 'fjordBg' : 'transparent'}
      borderRadius="3px"
      p="10px"
      onDragOver={(e) => {
        e.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault()
        setOver(false)
        const file = e.dataTransfer.files[0]
        if (file) void bring(file)
      }}
    >
      <Faded fontSize="12.5px">Drop a pcap, pcapng or text log here, or</Faded>
      <Flex gap="8px" mt="6px" wrap="wrap">
        <Act kind="main" onClick={() => chooser.current?.click()}>
          Bring a file…
        </Act>
        <Act onClick={() => setFeeding(true)}>Feed it live…</Act>
      </Flex>
      <chakra.input
        ref={chooser}
        type="file"
        display="none"
        aria-label="File to bring"
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = ''
          if (file) void bring(file)
        }}
      />
      <Trouble error={error} />
      {feeding && <Feed onClose={() => setFeeding(false)} />}
    </Box>
  )
}

/** The command with which a capture is fed while it is made. */
function Feed({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate()
  const queries = useQueryClient()
  const [name, setName] = useState('')
  const [begun, setBegun] = useState<Begun>()
  const [error, setError] = useState<Error | null>(null)
  const command = begun
    ? `tcpdump -i any -U -s 0 -w - port 5060 or port 53 | curl -T - -H "Jordfell-Feed: ${begun.key}" ${begun.feed}`
    : ''
  return (
    <Dialog title="Feed it live" onClose={onClose} width="680px">
      {begun ? (
        <>
          <Box>
            Run this where it is to be recorded. Its key opens nothing but this, once, within 12 hours; it is
            shown only here.
          </Box>
          <Box bg="paper" p="10px" my="10px">
            <Mono whiteSpace="pre-wrap" overflowWrap="anywhere">
              {command}
            </Mono>
          </Box>
          <Flex gap="8px">
            <Copy text={command} label="Copy the command" />
            <Act
              onClick={() => {
                onClose()
                void navigate(`/triage/brought/${begun.id}`)
              }}
            >
              Show what comes
            </Act>
          </Flex>
        </>
      ) : (
        <Flex
          as="form"
          gap="8px"
          onSubmit={(e) => {
            e.preventDefault()
            unwrap(client.POST('/api/brought', { body: { name } })).then(
              (b) => {
                setBegun(b)
                void queries.invalidateQueries({ queryKey: ['brought'] })
              },
              (problem: unknown) => setError(problem as Error),
            )
          }}
        >
          <Entry
            flex="1"
            autoFocus
            aria-label="What it is called"
            placeholder="Where it is recorded: router of Eskvik Pier"
            value={name}
            maxLength={200}
            onChange={(e) => setName(e.target.value)}
          />
          <Act kind="main" type="submit" disabled={!name.trim()}>
            Make the command
          </Act>
        </Flex>
      )}
      <Trouble error={error} />
    </Dialog>
  )
}
