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

/** How often a scenario that runs is scored anew, in milliseconds. */
const SCORED = 3_000

/** The scenarios that are ready, and the one that runs with its score so far. */
export const useScenarios = () =>
  useQuery({
    queryKey: [...keys.lab, 'scenario'],
    queryFn: () => unwrap(client.GET('/api/lab/scenario')),
    refetchInterval: (query) => (query.state.data?.running ? SCORED : false),
  })
