// Ways that are tried on asking: each comes as it was found, and what helps is shown.
let source = null;
let pressed = null; // the button that began it
let idle = () => {};

function stop(text) {
  source?.close();
  source = null;
  idle(text);
}

function begin(button) {
  const box = button.closest("section");
  const list = box.querySelector("[data-choices]");
  const says = box.querySelector("[data-try-says]");
  const named = button.textContent;
  pressed = button;
  idle = (text) => {
    button.textContent = named;
    says.textContent = text;
    idle = () => {};
  };
  list.replaceChildren();
  let tried = 0,
    of = 0;
  button.textContent = "stop trying";
  says.textContent = "Trying …";
  source = new EventSource(button.dataset.try);
  source.addEventListener("begun", (e) => {
    ({ count: of } = JSON.parse(e.data));
    if (JSON.parse(e.data).cut) says.textContent = "It is cut already.";
  });
  source.addEventListener("choice", (e) => {
    const { html, worth, fits } = JSON.parse(e.data);
    tried += 1;
    says.textContent = `Tried ${tried} of ${of}.`;
    if (!worth) return;
    const made = document.createElement("template");
    made.innerHTML = html;
    const card = made.content.firstElementChild;
    // What fits comes first.
    const before = fits ? [...list.children].find((li) => !li.classList.contains("fits")) : null;
    list.insertBefore(card, before || null);
  });
  source.addEventListener("over", (e) => stop(JSON.parse(e.data).says));
  source.onerror = () =>
    stop("Trying broke off." + (list.childElementCount > 0 ? " What was found stands below." : ""));
}

export function trying() {
  document.addEventListener("click", (e) => {
    const button = e.target.closest("[data-try]");
    if (!button) return;
    const running = source && pressed === button; // not one that was drawn anew since
    if (source) stop("Stopped.");
    if (!running) begin(button);
  });
  addEventListener("pagehide", () => stop(""));
}
