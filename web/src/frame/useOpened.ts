import { useCallback, useMemo } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'

/**
 * What is open of a list, as its address says: `/roster/people/7?q=ida`. What the list is narrowed to stays there when
 * something is opened and closed again, and going back with the browser closes what was opened.
 */
export function useOpened(base: string, param = 'id') {
  const open = useParams()[param] ?? ''
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const query = params.toString()
  const at = useCallback(
    (id?: string | number) =>
      `${base}${id === undefined ? '' : `/${encodeURIComponent(id)}`}${query ? `?${query}` : ''}`,
    [base, query],
  )
  const go = useCallback((id: string | number) => void navigate(at(id)), [navigate, at])
  const close = useCallback(() => void navigate(at()), [navigate, at])
  return useMemo(() => ({ open, id: Number(open) || 0, at, go, close }), [open, at, go, close])
}
