import type { Schemas } from '../../api/client'

/** The layer that is being edited: what speaks, and its id. */
export type Owner = { layer: Schemas['LayerView']['layer']; owner: string; name: string }

/** The chosen layer if the device has it, else its template, else the device itself. */
export function ownerOf(
  settings: Schemas['DeviceSettings'] | undefined,
  chosen: Owner | undefined,
): Owner | undefined {
  const layers = settings?.layers ?? []
  return (
    layers.find((l) => l.layer === chosen?.layer) ??
    layers.find((l) => l.layer === 'TEMPLATE') ??
    layers.find((l) => l.layer === 'DEVICE')
  )
}

export const LAYER_NAMES: Record<Owner['layer'], string> = {
  MODEL: 'model',
  DOMAIN: 'domain',
  SITE: 'site',
  TEMPLATE: 'template',
  EXTENSION: 'extension',
  DEVICE: 'this device',
}
