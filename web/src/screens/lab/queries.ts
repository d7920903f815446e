import { useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { keys } from '../../api/queries'

export type Place = Schemas['LabPlace']
export type Kind = Schemas['FaultKindView']

/** The places of the world with their faults, and the faults that there can be. */
export const useFaultBoard = () =>
  useQuery({ queryKey: [...keys.lab, 'faults'], queryFn: () => unwrap(client.GET('/api/lab/faults')) })

export type Scenario = Schemas['ScenarioView']

/** How often what goes on is looked at anew, in milliseconds. */
const LOOKED_AT = 3_000

/** The scenarios that are ready, and the one that runs with its score so far. */
export const useScenarios = () =>
  useQuery({
    queryKey: [...keys.lab, 'scenario'],
    queryFn: () => unwrap(client.GET('/api/lab/scenario')),
    refetchInterval: (query) => (query.state.data?.running ? LOOKED_AT : false),
  })

/** What went on in the last minutes, and how much the nodes have to do. */
export const usePlots = () =>
  useQuery({
    queryKey: [...keys.lab, 'plots'],
    queryFn: () => unwrap(client.GET('/api/lab/plots')),
    refetchInterval: LOOKED_AT,
  })

/** The newest of what is on the wire. */
export const useWire = (isWatched: boolean) =>
  useQuery({
    queryKey: [...keys.lab, 'wire'],
    queryFn: () => unwrap(client.GET('/api/lab/wire')),
    refetchInterval: isWatched && LOOKED_AT,
  })

/** What the name service says of domains. */
export const useZones = () =>
  useQuery({ queryKey: [...keys.lab, 'zones'], queryFn: () => unwrap(client.GET('/api/lab/zones')) })

/** The fleet that is run, or was last. */
export const useFleetRun = () =>
  useQuery({
    queryKey: [...keys.lab, 'plan'],
    queryFn: () => unwrap(client.GET('/api/lab/plan')),
    refetchInterval: (query) => (query.state.data?.last?.over === false ? 1_000 : false),
  })
