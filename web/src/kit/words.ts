import text from '../../../docs/guide/words.md?raw'

export type Word = { word: string; meaning: string }
export type Part = { title: string; words: Word[] }

/** The glossary, as docs/guide/words.md has it: parts under a heading, a line for each word. */
export function readWords(markdown: string): Part[] {
  const parts: Part[] = []
  for (const line of markdown.split('\n')) {
    const title = /^## (.+)$/.exec(line)?.[1]
    if (title) parts.push({ title, words: [] })
    const [, word, meaning] = /^- \*\*(.+?)\*\*: (.+)$/.exec(line) ?? []
    if (word && meaning) parts.at(-1)?.words.push({ word, meaning })
  }
  return parts
}

export const WORDS = readWords(text)

const MEANINGS = new Map(WORDS.flatMap((part) => part.words).map((w) => [w.word, w.meaning]))

/** What a word of Jordfell's own means; empty for any other word. */
export const meaning = (word: string): string => MEANINGS.get(word.toLowerCase()) ?? ''
