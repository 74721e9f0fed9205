// The day of the event is brought into view on a plan that goes on sideways; the page stays where it is.
export function day() {
  document.addEventListener("click", (e) => {
    const link = e.target.closest('a[href="#the-day"]');
    const box = document.querySelector(".needlework-box");
    const mark = document.getElementById("the-day");
    if (!link || !box || !mark) return;
    e.preventDefault();
    const off = mark.getBoundingClientRect().right - box.getBoundingClientRect().right;
    box.scrollLeft += off + 24;
    box.focus({ preventScroll: true });
  });
}
