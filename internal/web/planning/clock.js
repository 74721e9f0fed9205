// Shows how long the running step has taken, as long as it runs.
export function clock() {
  const box = document.querySelector("[data-since]");
  if (!box) return;
  const show = () => {
    const face = box.querySelector("[data-clock]");
    if (!face) return clearInterval(ticking); // stopped without a connection: the button says another thing now
    const s = Math.max(0, Math.floor(Date.now() / 1000 - Number(box.dataset.since)));
    const two = (n) => String(n).padStart(2, "0");
    face.textContent = `${Math.floor(s / 3600)}:${two(Math.floor(s / 60) % 60)}:${two(s % 60)}`;
  };
  const ticking = setInterval(show, 1000);
  show();
}
