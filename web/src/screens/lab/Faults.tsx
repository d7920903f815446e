import { Flex } from '@chakra-ui/react'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { useChange } from '../../api/queries'
import { Age } from '../../kit/Age'
import { Act, Faded } from '../../kit/basics'
import { Trouble } from '../../kit/Trouble'

type Props = { faults: Schemas['FaultView'][]; mayAct: boolean }

/** What is wrong at a place on purpose, each to be switched off. */
export function Faults({ faults, mayAct }: Props) {
  const mend = useChange((id: number) =>
    unwrap(client.DELETE('/api/lab/faults/{id}', { params: { path: { id } } })),
  )
  return (
    <>
      {faults.map((f) => (
        <Flex key={f.id} gap="6px" align="baseline" color="rust" fontSize="12px">
          <span>
            {f.words}{' '}
            <Faded>
              {f.on ? (
                <>
                  for <Age at={f.since} />
                </>
              ) : (
                <>from {clock(f.since)} on</>
              )}
              {f.until && ` until ${clock(f.until)}`}
            </Faded>
          </span>
          {mayAct && (
            <Act
              kind="quiet"
              aria-label={`Mend: ${f.words}`}
              disabled={mend.isPending}
              onClick={() => mend.mutate(f.id)}
            >
              mend
            </Act>
          )}
        </Flex>
      ))}
      <Trouble error={mend.error} />
    </>
  )
}

const clock = (at: string) => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
