/** Whether the browser can speak by itself. */
export const canSpeak = (): boolean => 'speechSynthesis' in window

/** Says words aloud, over what is being said. */
export function say(words: string, language: string): void {
  if (!canSpeak()) return
  speechSynthesis.cancel()
  const utterance = new SpeechSynthesisUtterance(words)
  utterance.lang = language
  speechSynthesis.speak(utterance)
}

export function hush(): void {
  if (canSpeak()) speechSynthesis.cancel()
}
