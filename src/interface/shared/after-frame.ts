/** How long a frame may take to come: in a window that nobody sees none does. */
const AT_MOST = 100;

/** Calls once the next frame is on the screen. @returns a function that calls it off */
export function afterFrame(then: () => void): () => void {
  let timer = setTimeout(then, AT_MOST);
  const frame = requestAnimationFrame(() => {
    clearTimeout(timer);
    timer = setTimeout(then);
  });
  return () => {
    cancelAnimationFrame(frame);
    clearTimeout(timer);
  };
}
