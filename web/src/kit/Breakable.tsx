import { Fragment } from 'react'

/** A text whose long names may go on in the next line behind a dot, a colon, a slash or the like, and nowhere else. */
export function Breakable({ text }: { text: string }) {
  return text.split(/(?<=[._:/@;,-])(?=\S)/).map((piece, i) => (
    <Fragment key={i}>
      {i > 0 && <wbr />}
      {piece}
    </Fragment>
  ))
}
