import { useParams, useSearchParams } from 'react-router'
import { useGround } from '../../api/queries'

/** The template and the real device that the address names, or those that are looked at first. */
export function useTemplate() {
  const ground = useGround().data
  const [params, setParams] = useSearchParams()
  const chosen = Number(useParams().template ?? 0)
  const templates = ground?.templates ?? []
  const template =
    templates.find((t) => t.id === chosen) ?? templates.find((t) => t.devices > 0) ?? templates[0]
  const deviceId = Number(params.get('device') ?? 0) || template?.firstDeviceId || 0
  const chooseDevice = (id: number) => setParams({ device: String(id) }, { replace: true })
  return { ground, templates, template, deviceId, chooseDevice }
}
