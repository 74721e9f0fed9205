// Words of the trade, explained where they stand; plain text for those who know them.
// The book answers while its question is typed.
export function words() {
  if (document.body.hasAttribute("data-known")) {
    for (const a of document.querySelectorAll("a.term")) a.replaceWith(...a.childNodes);
  }
  const box = document.createElement("div");
  box.id = "word";
  box.popover = "auto";
  box.setAttribute("role", "dialog");
  box.setAttribute("aria-label", "What the word means");
  document.body.append(box);
  let from = null;
  document.addEventListener("click", async (e) => {
    const a = e.target.closest("a.term");
    if (!a || e.ctrlKey || e.metaKey || e.shiftKey) return;
    e.preventDefault();
    from = a;
    const answer = await fetch("/book/words/" + a.hash.slice(1));
    if (!answer.ok) return location.assign(a.href);
    box.innerHTML = await answer.text();
    box.showPopover();
    const at = a.getBoundingClientRect(),
      wide = box.offsetWidth,
      high = box.offsetHeight;
    box.style.left = Math.max(8, Math.min(at.left, innerWidth - wide - 8)) + "px";
    box.style.top = (at.bottom + high + 8 < innerHeight ? at.bottom + 6 : Math.max(8, at.top - high - 6)) + "px";
    box.querySelector("a")?.focus({ preventScroll: true });
  });
  box.addEventListener("toggle", (e) => {
    if (e.newState === "closed" && box.contains(document.activeElement)) from?.focus();
  });
  ask();
}

// The answer to a question follows the typing; the address follows too, so that it can
// be kept.
function ask() {
  const form = document.querySelector(".book-ask");
  if (!form) return;
  let clock = 0,
    last = 0;
  const look = async () => {
    const mine = ++last;
    const query = new URLSearchParams([...new FormData(form)].filter(([, v]) => v));
    const address = "/book" + (query.size ? "?" + query : "");
    const answer = await fetch(address);
    const page = new DOMParser().parseFromString(await answer.text(), "text/html");
    if (mine !== last) return;
    document.getElementById("book-found").replaceWith(page.getElementById("book-found"));
    history.replaceState(null, "", address);
  };
  form.addEventListener("input", () => {
    clearTimeout(clock);
    clock = setTimeout(look, 120);
  });
  form.addEventListener("submit", (e) => {
    e.preventDefault();
    clearTimeout(clock);
    look();
  });
}
