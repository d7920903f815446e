import { Box, Flex, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { client } from '../../api/client'
import { asProblem, unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Entry, Faded, Grid, Heading, Mono } from '../../kit/basics'
import { ConfirmAct } from '../../kit/ConfirmAct'
import { Field } from '../../kit/Field'
import { Trouble } from '../../kit/Trouble'
import { Missing } from '../../kit/Shown'

/** The firmware files that this model's devices can be given on their way to the version that their settings name. */
export function Firmware({ modelId, mayChange }: { modelId: string; mayChange: boolean }) {
  const files = useQuery({
    queryKey: ['ground', 'firmware', modelId],
    queryFn: () => unwrap(client.GET('/api/models/{id}/firmware', { params: { path: { id: modelId } } })),
  })
  const [version, setVersion] = useState('')
  const [file, setFile] = useState<File | undefined>()
  const put = useChange(
    async () =>
      unwrap(
        client.PUT('/api/models/{id}/firmware/{version}', {
          params: { path: { id: modelId, version: version || '-' } },
          body: (await file?.arrayBuffer()) as unknown as undefined,
          bodySerializer: (bytes: unknown) => bytes as ArrayBuffer,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      ),
    () => {
      setVersion('')
      setFile(undefined)
    },
  )
  const remove = useChange((gone: string) =>
    unwrap(
      client.DELETE('/api/models/{id}/firmware/{version}', {
        params: { path: { id: modelId, version: gone } },
      }),
    ),
  )
  const problem = asProblem(put.error)
  return (
    <Box mt="20px">
      <Heading>Firmware files</Heading>
      <Missing query={files} what="The list of files" />
      <Grid>
        <tbody>
          {files.data?.map((f) => (
            <tr key={f.version}>
              <td>
                <Mono>{f.version}</Mono>
              </td>
              <td>{Math.ceil(f.size / 1024)} kB</td>
              <chakra.td color="faded" title={f.sha256}>
                SHA-256 {f.sha256.slice(0, 12)}…
              </chakra.td>
              <chakra.td color="faded">
                {f.addedBy}, <Age at={f.addedAt} /> ago
              </chakra.td>
              <td>
                {mayChange && (
                  <ConfirmAct
                    label="Remove"
                    question={`Remove firmware ${f.version}? It can’t be brought back.`}
                    disabled={remove.isPending}
                    onConfirm={() => remove.mutate(f.version)}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Grid>
      {files.data?.length === 0 && (
        <Faded fontSize="12.5px">None yet: devices keep what they have, whatever their settings say.</Faded>
      )}
      {mayChange && (
        <Flex gap="8px" mt="8px" align="end">
          <Field label="Version" problem={problem?.at('/version')}>
            <Entry
              width="110px"
              fontFamily="mono"
              value={version}
              onChange={(e) => setVersion(e.target.value)}
            />
          </Field>
          <Field label="File" problem={problem?.at('/file')}>
            <Entry type="file" onChange={(e) => setFile(e.target.files?.[0])} />
          </Field>
          <Act disabled={!file || version === '' || put.isPending} onClick={() => put.mutate(undefined)}>
            Add
          </Act>
        </Flex>
      )}
      <Trouble error={put.error ?? remove.error} shownAt={['/version', '/file']} />
    </Box>
  )
}
