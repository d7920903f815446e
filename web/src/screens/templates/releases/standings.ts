/** How a release or wave stands, in a word, a sign and a colour. */
export const STANDINGS: Record<string, { word: string; sign: string; tone: string }> = {
  WAITING: { word: 'to come', sign: '○', tone: 'slateText' },
  RUNNING: { word: 'under way', sign: '◔', tone: 'amberText' },
  CARRIED: { word: 'carried', sign: '✓', tone: 'mossText' },
  STOPPED: { word: 'stopped', sign: '▶', tone: 'rust' },
  TAKEN_BACK: { word: 'taken back', sign: '↩', tone: 'slateText' },
  ENDED: { word: 'ended', sign: '–', tone: 'slateText' },
}
