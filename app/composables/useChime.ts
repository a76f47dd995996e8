/** Short tones for sticky hands: one when something is done, three when a clock has run out. */
export function useChime() {
  let audio: AudioContext | null = null
  function tone(hertz: number, at: number, seconds: number): void {
    audio ??= new AudioContext()
    const [oscillator, gain] = [audio.createOscillator(), audio.createGain()]
    oscillator.frequency.value = hertz
    gain.gain.setValueAtTime(0.25, audio.currentTime + at)
    gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + at + seconds)
    oscillator.connect(gain).connect(audio.destination)
    oscillator.start(audio.currentTime + at)
    oscillator.stop(audio.currentTime + at + seconds)
  }
  onScopeDispose(() => void audio?.close())
  return {
    done: () => tone(660, 0, 0.18),
    ranOut: () => [0, 0.35, 0.7].forEach((at) => tone(880, at, 0.28)),
  }
}
