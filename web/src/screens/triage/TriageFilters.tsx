import { Flex } from '@chakra-ui/react'
import { type TriageFilter, useGround } from '../../api/queries'
import { Choice } from '../../kit/basics'

type Props = {
  filter: TriageFilter & { mine: boolean }
  onFilter: (next: Partial<TriageFilter & { mine: boolean }>) => void
}

/** Narrows the causes to what concerns whoever looks; what is chosen stands in the address. */
export function TriageFilters({ filter, onFilter }: Props) {
  const ground = useGround().data
  return (
    <Flex gap="6px" mt="8px" wrap="wrap">
      <Choice
        aria-label="Site"
        maxW="150px"
        value={filter.site}
        onChange={(e) => onFilter({ site: Number(e.target.value) })}
      >
        <option value={0}>all sites</option>
        {ground?.sites.map((s) => (
          <option key={s.id} value={s.id}>
            {s.name}
          </option>
        ))}
      </Choice>
      <Choice
        aria-label="Model"
        maxW="120px"
        value={filter.model}
        onChange={(e) => onFilter({ model: e.target.value })}
      >
        <option value="">all models</option>
        {ground?.models.map((m) => (
          <option key={m.id} value={m.id}>
            {m.name}
          </option>
        ))}
      </Choice>
      <Choice
        aria-label="Age"
        value={filter.hours}
        onChange={(e) => onFilter({ hours: Number(e.target.value) })}
      >
        <option value={0}>any age</option>
        <option value={1}>last hour</option>
        <option value={8}>last 8 hours</option>
        <option value={24}>last day</option>
      </Choice>
      <label>
        <input type="checkbox" checked={filter.mine} onChange={(e) => onFilter({ mine: e.target.checked })} />{' '}
        mine
      </label>
    </Flex>
  )
}
