/** When it is ready, in words; what can't be estimated is not. */
export function readyIn(seconds: number | null | undefined): string {
  if (seconds == null) return 'Getting ready'
  if (seconds < 10) return 'Ready in a few seconds'
  if (seconds < 90) return `Ready in about ${Math.ceil(seconds / 5) * 5} seconds`
  return `Ready in about ${Math.ceil(seconds / 60)} minutes`
}
