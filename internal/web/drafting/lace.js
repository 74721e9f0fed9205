// Shows the lace at the gap the range is set to; every gap is drawn already.
export function lace() {
  document.addEventListener("input", (e) => {
    if (!e.target.matches("[data-lace]")) return;
    const box = e.target.closest("[data-lacing]");
    for (const el of box.querySelectorAll("[data-lace-step]")) el.hidden = el.dataset.laceStep !== e.target.value;
    for (const el of box.querySelectorAll("[data-lace-row]"))
      el.classList.toggle("picked-row", el.dataset.laceRow === e.target.value);
  });
}
