/** One row of the grid as it was fed; all texts as written. */
export type Row = {
  key: number
  mac: string
  model: string
  label: string
  person: string
  extension: string
  secondExtension: string
}

export type Cell = Exclude<keyof Row, 'key'>

const COLUMNS: Cell[] = ['mac', 'label', 'person', 'extension', 'secondExtension']

let lastKey = Date.now()

/**
 * Rows of what was scanned, typed or pasted: one for each line. Cells are parted by tabs, semicolons or commas, in the
 * order MAC, label, person, extension, second extension. Text without a separator is a MAC.
 */
export function rowsOf(text: string, model: string): Row[] {
  return text
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .map((line) => {
      const cells = line.split(/[\t;,]/).map((c) => c.trim())
      const row: Row = {
        key: ++lastKey,
        mac: '',
        model,
        label: '',
        person: '',
        extension: '',
        secondExtension: '',
      }
      COLUMNS.forEach((column, i) => (row[column] = cells[i] ?? ''))
      return row
    })
}

const KEPT = 'jordfell-intake'

/** The grid outlives a closed page: what was fed is not lost before it is enrolled. */
export function keptRows(): Row[] {
  try {
    const rows = JSON.parse(localStorage.getItem(KEPT) ?? '[]') as Row[]
    return Array.isArray(rows) ? rows : []
  } catch {
    return []
  }
}

export function keepRows(rows: Row[]) {
  localStorage.setItem(KEPT, JSON.stringify(rows))
}
