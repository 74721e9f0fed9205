// A reckoner answers while it is typed; its address holds all of it, and the last ones are kept on this device.
import { redraw } from "./edits.js";

const shelf = "reckoned-lately",
  most = 12;
const read = () => {
  try {
    return JSON.parse(localStorage.getItem(shelf)) || [];
  } catch {
    return [];
  }
};

function recents() {
  const box = document.querySelector("[data-recents]");
  const list = read();
  if (!box || !list.length) return;
  box.hidden = false;
  box.querySelector("ul").replaceChildren(
    ...list.map((one) => {
      const li = document.createElement("li"),
        a = document.createElement("a");
      a.href = one.path;
      a.textContent = `${one.title}: ${one.said}`;
      li.append(a);
      return li;
    }),
  );
}

function keep(page) {
  const first = document.querySelector("#reckoned .answer .first");
  if (!first || !location.search) return;
  const path = location.pathname + location.search;
  const said = first.querySelector("dt").textContent + " " + first.querySelector("b").textContent;
  const list = read().filter(
    (one) => one.path !== path && !(one.name === page.dataset.reckoner && Date.now() - one.at < 60000),
  );
  try {
    localStorage.setItem(
      shelf,
      JSON.stringify(
        [{ path, said, name: page.dataset.reckoner, title: page.dataset.title, at: Date.now() }, ...list].slice(
          0,
          most,
        ),
      ),
    );
  } catch {
    /* a browser that keeps nothing */
  }
}

export function reckon() {
  recents();
  const page = document.querySelector("[data-reckoner]");
  if (page) one(page);
  const ask = document.querySelector("[data-reckon-ask]");
  if (!ask) return;
  if (location.hash === "#r-q") ask.focus();
  let wait, running;
  ask.addEventListener("input", () => {
    clearTimeout(wait);
    wait = setTimeout(async () => {
      const at = "/reckon" + (ask.value ? "?q=" + encodeURIComponent(ask.value) : "");
      running?.abort(); // an answer to less than was typed must not come after the one to all of it
      running = new AbortController();
      const page = await fetch(at, { signal: running.signal })
        .then((r) => (r.ok ? r.text() : null))
        .catch(() => null);
      if (page === null) return;
      const fresh = new DOMParser().parseFromString(page, "text/html").getElementById("reckon-found");
      document.getElementById("reckon-found").replaceWith(fresh);
      history.replaceState(null, "", at);
    }, 120);
  });
}

// merge takes over which fields are asked and what is said of each; what is typed stays where it is.
function merge(form, html) {
  const box = document.createElement("template");
  box.innerHTML = html;
  const old = form.querySelector("#reckon-asked");
  const field = (asked) => asked.querySelector("input, select");
  const fresh = [...box.content.querySelectorAll(".asked")];
  const stay = new Set(fresh.map((one) => field(one).id));
  for (const one of [...old.children]) if (!stay.has(field(one).id)) one.remove();
  let at = old.firstElementChild;
  for (const one of fresh) {
    const there = document.getElementById(field(one).id)?.closest(".asked");
    if (!there) {
      old.insertBefore(one, at);
      continue;
    }
    there.className = one.className;
    there.querySelector(".about").replaceWith(one.querySelector(".about"));
    field(there).toggleAttribute("aria-invalid", one.classList.contains("wrong"));
    if (one.classList.contains("wrong")) field(there).setAttribute("aria-invalid", "true");
    at = there.nextElementSibling;
  }
}

function one(page) {
  const form = page.querySelector("[data-reckon]");
  let wait, running, later;
  const look = async () => {
    running?.abort();
    running = new AbortController();
    const query = new URLSearchParams([...new FormData(form)].filter(([, v]) => v !== ""));
    const at = form.action + "?" + query;
    try {
      const r = await fetch(at, { signal: running.signal, headers: { "X-From-Page": "1" } });
      if (!r.ok) return;
      const { parts } = await r.json();
      merge(form, parts["reckon-asked"]);
      redraw({ reckoned: parts.reckoned });
      history.replaceState(null, "", at);
      clearTimeout(later);
      later = setTimeout(() => keep(page), 1200);
    } catch {
      /* typed on meanwhile; without a connection the button asks for a page of its own */
    }
  };
  form.addEventListener("input", () => {
    clearTimeout(wait);
    running?.abort(); // an answer to what stood there before would undo this
    wait = setTimeout(look, 90);
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
