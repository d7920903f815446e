import { ChoiceField } from '../../form/fields'
import type { Form } from '../../form/useForm'
import { usePermissions } from './queries'

type Props<T extends { permissionClass: string }> = {
  form: Form<T>
  domainId: number
  disabled?: boolean
}

/** Which of the domain’s permissions somebody gets; one that is not there any more is still named. */
export function PermissionField<T extends { permissionClass: string }>({
  form,
  domainId,
  disabled = false,
}: Props<T>) {
  const names = (usePermissions(domainId).data ?? []).map((p) => p.name)
  const now = form.values.permissionClass
  const isGone = now !== '' && !names.some((name) => name.toLowerCase() === now.toLowerCase())
  return (
    <ChoiceField<{ permissionClass: string }, string>
      form={form as unknown as Form<{ permissionClass: string }>}
      at="permissionClass"
      disabled={disabled}
      help={isGone ? 'There is no such permission: only numbers of the domain may be dialled.' : undefined}
      options={[
        ['', 'none: numbers of the domain only'] as const,
        ...names.map((name) => [name, name] as const),
        ...(isGone ? [[now, now] as const] : []),
      ]}
    />
  )
}
