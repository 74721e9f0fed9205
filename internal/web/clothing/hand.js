// Laying by hand: a piece follows the pointer or the arrow keys; the program
// says at every place whether it is clear, and pins it where it is let go.
import { redraw, settle } from "./edits.js";
import { sayWrong } from "./say.js";

const room = () => document.querySelector("[data-cloth-room]");
const says = (text) => {
  const p = document.querySelector("[data-hand-says]");
  if (p) p.textContent = text;
};

async function ask(move, signal) {
  const box = room();
  const r = await fetch(`${box.dataset.clothRoom}/hand?cloth=${box.dataset.role}`, {
    method: "POST",
    body: JSON.stringify(move),
    signal,
    headers: { "X-From-Page": "1", "Content-Type": "application/json" },
  });
  const a = await r.json();
  if (!r.ok) throw new Error(a.error || "Not done.");
  return a;
}

const middle = (g) => ({ x: Number(g.dataset.x), y: Number(g.dataset.y), turn: Number(g.dataset.turn) });

export function hand() {
  const button = document.querySelector("[data-hand]");
  if (!button) return;
  let on = false;
  let held = null; // the piece in hand: its group, where it was, where it is

  const ready = () => {
    for (const g of document.querySelectorAll("svg.lay[data-sheet]:not([data-sheet='']) .laid[data-copy]")) {
      if (on) {
        g.setAttribute("tabindex", "0");
        g.setAttribute("role", "button");
        g.setAttribute("aria-label", g.dataset.said);
      } else {
        for (const a of ["tabindex", "role", "aria-label"]) g.removeAttribute(a);
      }
    }
    document.querySelector("#cloth-lay")?.classList.toggle("by-hand", on);
  };
  new MutationObserver(() => on && ready()).observe(document.querySelector(".paper"), {
    childList: true,
    subtree: true,
  });
  button.addEventListener("click", () => {
    on = !on;
    button.setAttribute("aria-pressed", String(on));
    drop(false);
    ready();
    says(
      on
        ? "Drag a piece, or choose one with Tab: arrows move it (Shift: further), t turns it, Enter lays it down, " +
          "p lets a pinned one go, Escape puts it back."
        : "",
    );
  });

  const key = (g) => ({ sheet: g.closest("svg").dataset.sheet, id: g.dataset.piece, copy: Number(g.dataset.copy) });

  function show(a) {
    if (!held) return;
    const g = held.g;
    Object.assign(held, { x: a.x, y: a.y, turn: a.turn, faults: a.faults });
    g.querySelector(".cut").setAttribute("d", "M" + a.shape.map(([x, y]) => `${x} ${-y}`).join("L") + "Z");
    g.classList.toggle("wrong", Boolean(a.faults?.length));
    for (const rest of g.querySelectorAll("text, .grain, .pin")) rest.setAttribute("visibility", "hidden");
    says(a.faults?.length ? `Not here: it ${a.faults.join(", ")}.` : `Clear: ${a.says}.`);
  }

  // One question at a time; the newest place is asked next.
  let asking = null,
    wanted = null;
  async function move(to) {
    wanted = to;
    if (asking || !held) return;
    while (wanted && held) {
      const next = wanted;
      wanted = null;
      asking = new AbortController();
      try {
        show(await ask({ ...held.key, ...next }, asking.signal));
      } catch (err) {
        if (err.name !== "AbortError") sayWrong(err.message);
      }
      asking = null;
    }
  }

  function take(g) {
    if (held?.g === g) return;
    drop(false);
    held = { g, key: key(g), was: g.querySelector(".cut").getAttribute("d"), ...middle(g), begun: middle(g) };
    g.classList.add("in-hand");
  }

  function drop(back = true) {
    if (!held) return;
    asking?.abort();
    if (back || held.g.isConnected) {
      held.g.querySelector(".cut").setAttribute("d", held.was);
      held.g.classList.remove("in-hand", "wrong");
      for (const rest of held.g.querySelectorAll("text, .grain, .pin")) rest.removeAttribute("visibility");
    }
    held = null;
    wanted = null;
  }

  async function lay(more = {}) {
    if (!held) return;
    wanted = null; // what was asked on the way no longer counts
    asking?.abort();
    const { g, key: k, x, y, turn } = held;
    const again = `.laid[data-piece="${CSS.escape(g.dataset.piece)}"][data-copy="${g.dataset.copy}"]`;
    try {
      const a = await ask({ ...k, x, y, turn, drop: true, ...more });
      if (!a.parts) {
        show(a);
        says(
          `Not laid down: it ${a.faults.join(", ")}. Move it on, Escape puts it back, or m makes room: ` +
            "it is pinned there and the rest placed anew.",
        );
        return;
      }
      held = null;
      redraw(a.parts);
      settle(document, a.fields, null);
      ready();
      document.querySelector(again)?.focus();
      says("Laid down and pinned. Undo takes it back.");
    } catch (err) {
      drop();
      says(err.message);
    }
  }

  document.addEventListener(
    "pointerdown",
    (e) => {
      const g = on && e.target.closest?.(".laid[data-copy]");
      if (!g || e.button !== 0) return;
      e.stopPropagation(); // the drawing stays
      e.preventDefault();
      g.focus();
      take(g);
      const svg = g.closest("svg");
      const scale = () => {
        const m = svg.getScreenCTM();
        return 1 / m.a;
      };
      held.drag = { px: e.clientX, py: e.clientY, x: held.x, y: held.y, scale: scale() };
    },
    true,
  );
  document.addEventListener("pointermove", (e) => {
    if (!held?.drag) return;
    const d = held.drag;
    move({ x: d.x + (e.clientX - d.px) * d.scale, y: d.y - (e.clientY - d.py) * d.scale, turn: held.turn });
  });
  document.addEventListener("pointerup", async (e) => {
    if (!held?.drag) return;
    const d = held.drag;
    const far = Math.hypot(e.clientX - d.px, e.clientY - d.py);
    held.drag = null;
    if (far < 3) return; // only chosen
    Object.assign(held, { x: d.x + (e.clientX - d.px) * d.scale, y: d.y - (e.clientY - d.py) * d.scale });
    lay();
  });

  document.addEventListener(
    "keydown",
    (e) => {
      if (!on || e.ctrlKey || e.metaKey || e.altKey) return;
      const g = e.target.closest?.(".laid[data-copy]");
      if (!g) return;
      const inch = document.body.dataset.unit === "in";
      const step = (inch ? 1.5875 : 1) * (e.shiftKey ? (inch ? 16 : 20) : 1);
      const way = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[e.key];
      if (way || ["t", "Enter", " ", "p", "m", "Escape"].includes(e.key)) {
        e.preventDefault();
        e.stopPropagation();
      }
      if (way) {
        take(g);
        held.x += way[0];
        held.y += way[1];
        move({ x: held.x, y: held.y, turn: held.turn });
      } else if (e.key === "t") {
        take(g);
        move({ x: held.x, y: held.y, turn: held.turn, next: true });
      } else if (e.key === "Enter" || e.key === " ") {
        if (held) lay();
        else take(g);
      } else if (e.key === "m" && held) {
        lay({ room: true });
      } else if (e.key === "p") {
        drop();
        take(g);
        if (g.classList.contains("pinned")) lay({ loose: true });
        else lay();
      } else if (e.key === "Escape") {
        drop();
        says("Put back.");
      }
    },
    true,
  );
}
