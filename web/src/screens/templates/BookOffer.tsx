import { usePhonebooks } from '../directory/queries'

/** The names of phonebooks, offered to a field that takes one. */
export function BookOffer({ id }: { id: string }) {
  const books = usePhonebooks().data ?? []
  return (
    <datalist id={id}>
      {books.map((b) => (
        <option key={b.id} value={b.name}>
          {b.domain || 'for all domains'}
        </option>
      ))}
    </datalist>
  )
}
