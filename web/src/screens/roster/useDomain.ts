import { useGround } from '../../api/queries'
import { useAddress } from '../../frame/useAddress'

/** The domain that the roster shows, kept in the address, and a way to change what the address says. */
export function useDomain() {
  const { params, at, set } = useAddress()
  const ground = useGround().data
  const domainId = Number(params.get('domain') ?? 0) || ground?.domains[0]?.id || 0
  return {
    ground,
    domainId,
    domain: ground?.domains.find((d) => d.id === domainId),
    q: params.get('q') ?? '',
    search: params.toString(),
    at,
    set,
  }
}
