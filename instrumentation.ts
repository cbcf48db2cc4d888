// When the server starts: its crews are started as soon as it listens, so that the first picture asked for does not
// wait for them, nor the first answer for the crews.
export async function register() {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { warmCrews } = await import('./src/server/crew/crews');
  (globalThis as { plavoListening?: () => void }).plavoListening = () => void warmCrews();
}
