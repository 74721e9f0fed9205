// Shows how long the running step has taken.
export function clock() {
  const box = document.querySelector("[data-since]");
  if (!box) return;
  const show = () => {
    const s = Math.max(0, Math.floor(Date.now() / 1000 - Number(box.dataset.since)));
    const two = (n) => String(n).padStart(2, "0");
    box.querySelector("[data-clock]").textContent =
      `${Math.floor(s / 3600)}:${two(Math.floor(s / 60) % 60)}:${two(s % 60)}`;
  };
  show();
  setInterval(show, 1000);
}
