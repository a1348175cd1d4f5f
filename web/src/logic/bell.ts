/** Three short soft tones; nothing where the browser has no sound, or has not been touched yet. */
export function ringBell(): void {
  if (typeof AudioContext === 'undefined') return // the words on the page are enough
  const sound = new AudioContext()
  for (const i of [0, 1, 2]) {
    const tone = sound.createOscillator()
    const level = sound.createGain()
    const at = sound.currentTime + i * 0.35
    tone.frequency.value = 660
    level.gain.setValueAtTime(0.12, at)
    level.gain.exponentialRampToValueAtTime(0.001, at + 0.3)
    tone.connect(level).connect(sound.destination)
    tone.start(at)
    tone.stop(at + 0.3)
  }
}
