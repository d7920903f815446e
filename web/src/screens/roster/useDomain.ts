import { useSearchParams } from 'react-router'
import { useGround } from '../../api/queries'

/** The domain that the roster shows, kept in the address, and a way to change what the address says. */
export function useDomain() {
  const [params, setParams] = useSearchParams()
  const ground = useGround().data
  const domainId = Number(params.get('domain') ?? 0) || ground?.domains[0]?.id || 0
  const set = (key: string, value: string) =>
    setParams(
      (before) => {
        if (value) before.set(key, value)
        else before.delete(key)
        return before
      },
      { replace: true },
    )
  return {
    ground,
    domainId,
    domain: ground?.domains.find((d) => d.id === domainId),
    q: params.get('q') ?? '',
    search: params.toString(),
    at: (key: string) => params.get(key) ?? '',
    set,
  }
}
