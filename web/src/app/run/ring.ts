/** Two soft tones; silent where sound is not allowed. */
export function ring(): void {
  try {
    const a = new AudioContext();
    [660, 880].forEach((f, i) => {
      const o = a.createOscillator();
      const g = a.createGain();
      o.frequency.value = f;
      g.gain.setValueAtTime(0.0001, a.currentTime + i * 0.25);
      g.gain.exponentialRampToValueAtTime(0.12, a.currentTime + i * 0.25 + 0.03);
      g.gain.exponentialRampToValueAtTime(0.0001, a.currentTime + i * 0.25 + 0.24);
      o.connect(g).connect(a.destination);
      o.start(a.currentTime + i * 0.25);
      o.stop(a.currentTime + i * 0.25 + 0.26);
    });
  } catch {
    // no sound here: the text and the live region say it
  }
}
