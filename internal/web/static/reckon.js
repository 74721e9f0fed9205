// A reckoner answers while it is typed; its address holds all of it, and the last ones are kept on this device.
import { redraw } from "./edits.js";

const shelf = "reckoned-lately", most = 12;
const read = () => { try { return JSON.parse(localStorage.getItem(shelf)) || []; } catch { return []; } };

function recents() {
  const box = document.querySelector("[data-recents]");
  const list = read();
  if (!box || !list.length) return;
  box.hidden = false;
  box.querySelector("ul").replaceChildren(...list.map((one) => {
    const li = document.createElement("li"), a = document.createElement("a");
    a.href = one.path;
    a.textContent = `${one.title}: ${one.said}`;
    li.append(a);
    return li;
  }));
}

function keep(page) {
  const first = document.querySelector("#reckoned .answer .first");
  if (!first || !location.search) return;
  const path = location.pathname + location.search;
  const said = first.querySelector("dt").textContent + " " + first.querySelector("b").textContent;
  const list = read().filter((one) => one.path !== path && !(one.name === page.dataset.reckoner && Date.now() - one.at < 60000));
  try {
    localStorage.setItem(shelf, JSON.stringify([{ path, said, name: page.dataset.reckoner, title: page.dataset.title, at: Date.now() }, ...list].slice(0, most)));
  } catch { /* a browser that keeps nothing */ }
}

export function reckon() {
  recents();
  const page = document.querySelector("[data-reckoner]");
  if (page) one(page);
  const ask = document.querySelector("[data-reckon-ask]");
  if (!ask) return;
  if (location.hash === "#r-q") ask.focus();
  let wait;
  ask.addEventListener("input", () => {
    clearTimeout(wait);
    wait = setTimeout(async () => {
      const at = "/reckon" + (ask.value ? "?q=" + encodeURIComponent(ask.value) : "");
      const r = await fetch(at).catch(() => null);
      if (!r?.ok) return;
      const fresh = new DOMParser().parseFromString(await r.text(), "text/html").getElementById("reckon-found");
      document.getElementById("reckon-found").replaceWith(fresh);
      history.replaceState(null, "", at);
    }, 120);
  });
}

function one(page) {
  const form = page.querySelector("[data-reckon]");
  let wait, running, later;
  const look = async (again) => {
    running?.abort();
    running = new AbortController();
    const query = new URLSearchParams([...new FormData(form)].filter(([, v]) => v !== ""));
    const at = form.action + "?" + query;
    try {
      const r = await fetch(at, { signal: running.signal, headers: { Accept: "application/json" } });
      if (!r.ok) return;
      const { parts } = await r.json();
      if (!again) delete parts["reckon-asked"]; // what is being typed stays
      const focus = document.activeElement?.id;
      redraw(parts);
      if (again && focus) document.getElementById(focus)?.focus();
      mark();
      history.replaceState(null, "", at);
      clearTimeout(later);
      later = setTimeout(() => keep(page), 1200);
    } catch (err) {
      if (err.name !== "AbortError") return; // the button does it with a page of its own
    }
  };
  // What is wrong stands beside its field, also while the fields stay.
  const mark = () => {
    const all = [...document.querySelectorAll("#reckoned .message")].map((n) => n.textContent);
    for (const box of form.querySelectorAll(".asked")) {
      const label = box.querySelector("label").textContent;
      const wrong = all.some((text) => text.startsWith(label + ":"));
      box.classList.toggle("wrong", wrong);
      box.querySelector("input")?.toggleAttribute("aria-invalid", wrong);
    }
  };
  form.addEventListener("input", (e) => {
    clearTimeout(wait);
    wait = setTimeout(() => look(e.target.matches("select")), 90);
  });
  form.addEventListener("change", (e) => { // a count may ask for more
    if (e.target.matches("input")) { clearTimeout(wait); look(true); }
  });
  page.addEventListener("submit", (e) => {
    const choose = e.target.closest("[data-reckon-for]");
    if (!choose) return;
    e.preventDefault();
    const query = new URLSearchParams(document.getElementById("reckoned").dataset.state);
    query.set("for", new FormData(choose).get("for"));
    location.assign(choose.getAttribute("action") + "?" + query);
  });
  keep(page);
}
