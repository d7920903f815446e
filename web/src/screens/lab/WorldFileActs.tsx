import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Act } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

type WorldFile = Schemas['WorldFile']

/** The world is saved as a file, and is as a file says; what was before can be had back. */
export function WorldFileActs() {
  const [before, setBefore] = useState<WorldFile | undefined>()
  const load = useChange(async (world: WorldFile) => {
    const now = await unwrap(client.GET('/api/lab/world'))
    const loaded = await unwrap(client.POST('/api/lab/world', { body: world }))
    setBefore(now)
    return loaded
  })
  const open = useChange(async (file: File) => {
    let world: WorldFile
    try {
      world = JSON.parse(await file.text()) as WorldFile
    } catch (e) {
      throw new Error(`${file.name} is no JSON: ${e instanceof Error ? e.message : ''}`, { cause: e })
    }
    await load.mutateAsync(world)
  })
  const done = load.data
  return (
    <>
      <chakra.a color="fjord" href="/api/lab/world" download="lab-world.json">
        Save the world
      </chakra.a>
      <chakra.label color="fjord" cursor="pointer" _focusWithin={{ outline: '2px solid' }}>
        Load a world…
        <chakra.input
          type="file"
          accept=".json,application/json"
          srOnly
          onChange={(e) => {
            const file = e.target.files?.[0]
            if (file) open.mutate(file)
            e.target.value = ''
          }}
        />
      </chakra.label>
      {done && before && !open.isPending && (
        <Box role="status">
          Loaded: {done.added} phones came, {done.changed} are as it says; {done.faults} faults, {done.zones}{' '}
          zone files.{' '}
          <Act
            kind="quiet"
            disabled={load.isPending}
            onClick={() => load.mutate(before, { onSuccess: () => setBefore(undefined) })}
          >
            Put it back as it was
          </Act>
        </Box>
      )}
      <Trouble error={open.error} />
    </>
  )
}
