import { useQuery } from '@tanstack/react-query'
import { client, type Schemas } from '../../api/client'
import { unwrap } from '../../api/problem'
import { keys } from '../../api/queries'

export type Place = Schemas['LabPlace']
export type Kind = Schemas['FaultKindView']

/** The places of the world with their faults, and the faults that there can be. */
export const useFaultBoard = () =>
  useQuery({ queryKey: [...keys.lab, 'faults'], queryFn: () => unwrap(client.GET('/api/lab/faults')) })
