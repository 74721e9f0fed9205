// Fields keep themselves: what is typed is sent, and the parts of the page
// that follow from it come back drawn.
import { shelve } from "./bench.js";
import { pending } from "./pending.js";
import { calm, say, sayWrong } from "./say.js";

export async function send(url, fields, signal) {
  const body = new URLSearchParams(fields);
  // Kept alive, so that what was typed last arrives though the page is left at once; browsers refuse that to anything long.
  const keepalive = String(body).length < 32000;
  const r = await fetch(url, { method: "POST", body, signal, keepalive, headers: { "X-From-Page": "1" } });
  let answer;
  try {
    answer = await r.json();
  } catch {
    const locked = r.status === 401;
    throw Object.assign(
      new Error(
        locked ? "Enter the passphrase again, then repeat this." : "The program gave no answer that can be read.",
      ),
      { locked },
    );
  }
  if (!r.ok)
    throw Object.assign(new Error(answer.error || "Not done."), {
      field: answer.field,
      was: answer.was,
      theirs: answer.theirs,
      refused: true,
    });
  calm();
  return answer;
}

export function redraw(parts) {
  for (const [name, html] of Object.entries(parts || {})) {
    const old = document.getElementById(name);
    if (!old) continue;
    const open = old.querySelector("details[open]") !== null;
    const box = document.createElement("template");
    box.innerHTML = html;
    const fresh = box.content.firstElementChild;
    const view = old.querySelector("svg.sheet")?.dataset.moved;
    old.replaceWith(fresh);
    if (open) fresh.querySelector("details")?.setAttribute("open", "");
    const sheet = fresh.querySelector("svg.sheet");
    if (view && sheet) {
      // stay where the eye was
      sheet.dataset.moved = view;
      sheet.dataset.whole = sheet.getAttribute("viewBox");
      sheet.setAttribute("viewBox", view);
    }
  }
  pending();
}

export function settle(root, fields, except) {
  for (const [key, f] of Object.entries(fields || {})) {
    const input = root.querySelector(`[data-key="${CSS.escape(key)}"]`);
    if (!input) continue;
    const row = input.closest(".param, .reading");
    if (f.was !== undefined) input.dataset.was = f.was;
    const refused = input.getAttribute("aria-invalid"); // what was typed stays until it is put right
    if (
      input !== except &&
      !refused &&
      document.activeElement !== input &&
      f.value !== undefined &&
      input.value !== f.value
    )
      input.value = f.value;
    const put = (sel, text) => {
      const el = row.querySelector(sel);
      if (el && text !== undefined) el.textContent = text;
    };
    put("[data-other]", f.other);
    put("[data-estimate]", f.estimate);
    put("[data-reason]", f.reason);
    put("[data-range]", f.range);
    if (f.own !== undefined) {
      row.classList.toggle("own", f.own);
      const b = row.querySelector("[data-default]");
      if (b) b.hidden = !f.own;
    }
    const doubt = row.querySelector("[data-doubt]");
    if (doubt && f.doubt !== undefined) {
      input.classList.toggle("questioned", f.doubt !== "");
      doubt.innerHTML = f.doubt;
    }
    const more = row.querySelector("[data-more]");
    if (more && f.more !== undefined) {
      // never under a hand that is typing
      if (more.contains(document.activeElement)) more.due = f.more;
      else more.innerHTML = f.more;
    }
  }
}

const rowOf = (input) => input.closest(".param, .reading, .note-form, [data-row]");

function problem(input, text, row = rowOf(input)) {
  const box = row.querySelector("[data-problem]");
  box.textContent = text;
  input.toggleAttribute("aria-invalid", false);
  if (text) input.setAttribute("aria-invalid", "true");
}

// A choice may bring fields of its own, or make others needless: the rows are brought to what is asked
// now, taken from the page as it would be drawn, those that stay untouched.
async function agree(root, fields) {
  const rows = () => [...root.querySelectorAll("[data-param]")];
  if (!rows().length || !fields) return;
  const shown = new Set(rows().map((r) => r.dataset.param));
  for (const r of rows()) if (!(r.dataset.param in fields) && !r.contains(document.activeElement)) r.remove();
  if (Object.keys(fields).every((key) => shown.has(key))) return;
  const page = await fetch(location.href);
  if (!page.ok) return;
  const fresh = new DOMParser().parseFromString(await page.text(), "text/html");
  let section = null;
  for (const s of fresh.querySelectorAll(".choices [data-group]")) {
    let own = root.querySelector(`[data-group="${CSS.escape(s.dataset.group)}"]`);
    if (!own) {
      own = document.adoptNode(s.cloneNode(false));
      own.append(...[...s.children].map((child) => document.adoptNode(child.cloneNode(child.tagName !== "DL"))));
      if (section) section.after(own);
      else root.querySelector("[data-group]").before(own);
    }
    section = own;
    let before = null;
    for (const r of s.querySelectorAll("[data-param]")) {
      const here = root.querySelector(`[data-param="${CSS.escape(r.dataset.param)}"]`) || document.adoptNode(r);
      if (before) before.after(here);
      else own.querySelector("dl").prepend(here);
      before = here;
    }
  }
  for (const s of root.querySelectorAll("[data-group]")) if (!s.querySelector("[data-param]")) s.remove();
}

// One field at a time is on its way; the newest answer wins.
let turn = Promise.resolve();

function keep(root, url, input, extra = {}) {
  const value = input.value;
  const row = rowOf(input); // it may be drawn anew before the answer comes
  turn = turn.then(async () => {
    try {
      const main = root.querySelector(`[data-key="${CSS.escape(input.dataset.key)}"]`);
      const { side = "", again = "" } = input.dataset;
      const a = await send(url, { key: input.dataset.key, value, was: main?.dataset.was || "", side, again, ...extra });
      problem(input, "", row);
      settle(root, a.fields, null);
      const own = a.fields?.[input.dataset.key];
      if (own && input === main && input.value === value) input.value = own.value;
      redraw(a.parts);
      await agree(root, a.fields);
    } catch (err) {
      problem(input, err.message, row);
      if (!err.refused) sayWrong("Not kept: " + err.message);
      if (err.theirs !== undefined) insist(root, url, input, extra, err.was, row);
    }
  });
  return turn;
}

// Another tab was there first: what it kept is now what was shown, so that
// entering the same again, or the button, keeps one's own.
function insist(root, url, input, extra, was, row) {
  const main = root.querySelector(`[data-key="${CSS.escape(input.dataset.key)}"]`);
  if (main) main.dataset.was = was ?? "";
  const button = document.createElement("button");
  button.type = "button";
  button.className = "plain-button";
  button.textContent = "Use mine";
  button.addEventListener("click", () => keep(root, url, input, extra));
  row.querySelector("[data-problem]").append(" ", button);
}

// Entered again with Enter, a value counts that was refused before.
document.addEventListener("keydown", (e) => {
  if (
    e.key === "Enter" &&
    e.target.dataset?.key &&
    e.target.getAttribute("aria-invalid") &&
    e.target.tagName !== "TEXTAREA"
  )
    e.target.dispatchEvent(new Event("change", { bubbles: true }));
});

const lengths = () =>
  document.querySelector("[data-lengths]")?.getAttribute("aria-pressed") === "true" ? "yes" : "no";

export function edits() {
  const layer = document.querySelector("[data-layer-post]");
  const choices = document.querySelector(".choices");
  if (layer && choices) {
    const base = layer.dataset.layerPost;
    let waiting, going;
    choices.addEventListener("submit", (e) => e.preventDefault());
    // The drawing follows what is typed; it is kept when the field is left.
    choices.addEventListener("input", (e) => {
      if (!e.target.matches("input[data-key]")) return;
      clearTimeout(waiting);
      waiting = setTimeout(async () => {
        going?.abort();
        going = new AbortController();
        try {
          const a = await send(
            base + "/preview",
            { key: e.target.dataset.key, value: e.target.value, lengths: lengths() },
            going.signal,
          );
          problem(e.target, "");
          settle(choices, a.fields, e.target);
          redraw(a.parts);
        } catch (err) {
          if (err.refused) problem(e.target, err.message);
        }
      }, 180);
    });
    choices.addEventListener("change", (e) => {
      if (!e.target.dataset.key) return;
      clearTimeout(waiting);
      going?.abort();
      keep(choices, base + "/settings", e.target, { lengths: lengths() });
    });
    choices.addEventListener("click", (e) => {
      const b = e.target.closest("[data-default]");
      if (!b) return;
      const input = b.closest(".param").querySelector("[data-key]");
      input.value = "";
      keep(choices, base + "/settings", input, { lengths: lengths() }).then(() => input.focus());
    });
  }
  const cloth = document.querySelector("[data-cloth-post]");
  if (cloth) {
    cloth.addEventListener("submit", (e) => e.preventDefault());
    // The form may be drawn anew, with another address.
    document.addEventListener("change", (e) => {
      const form = e.target.closest("[data-cloth-post]");
      if (form && e.target.dataset.key) keep(form, form.dataset.clothPost, e.target);
    });
  }
  const measuring = document.querySelector("[data-post]");
  if (measuring) {
    measuring.addEventListener("change", (e) => {
      if (e.target.dataset.key) keep(measuring, measuring.dataset.post, e.target, { worn: measuring.dataset.worn });
    });
    measuring.addEventListener("focusout", (e) => {
      const more = e.target.closest("[data-more]");
      if (!more || more.due === undefined || more.contains(e.relatedTarget)) return;
      more.innerHTML = more.due;
      delete more.due;
    });
    // Leaving a field folds what is below it: a button must not move away from under
    // the pointer that presses it.
    measuring.addEventListener("mousedown", (e) => {
      if (e.target.closest("button")) e.preventDefault();
    });
    // A number worked out from another stands in as a bare reading; one typed in
    // the other unit is put right where it stands.
    document.addEventListener("click", async (e) => {
      const b = e.target.closest("[data-stand-in]");
      if (!b) return;
      try {
        if (b.dataset.meant !== undefined) {
          const input = measuring.querySelector(`#r-${CSS.escape(b.dataset.standIn)}`);
          input.value = b.dataset.value;
          await keep(measuring, measuring.dataset.post, input, { worn: measuring.dataset.worn });
          input.focus();
          return;
        }
        await send(measuring.dataset.post, {
          key: b.dataset.standIn,
          value: b.dataset.value,
          was: "0",
          worn: "bare",
          provisional: "yes",
        });
        location.reload();
      } catch (err) {
        sayWrong("Not kept: " + err.message);
      }
    });
    // Enter goes on to the next reading, as one measures; the arrows go to left,
    // right and once more, and back.
    measuring.addEventListener("keydown", (e) => {
      if (!e.target.dataset.key) return;
      const fields = [...e.target.closest(".reading").querySelectorAll("input[data-key]")];
      if (e.key === "ArrowDown" || e.key === "ArrowUp") {
        const to = fields[fields.indexOf(e.target) + (e.key === "ArrowDown" ? 1 : -1)];
        if (!to) return;
        e.preventDefault();
        return to.focus();
      }
      if (e.key !== "Enter") return;
      e.preventDefault();
      const all = [...measuring.querySelectorAll("input[data-key]:not([data-side]):not([data-again])")].filter((f) =>
        f.checkVisibility(),
      );
      const next = all[all.indexOf(fields[0]) + 1];
      (next || measuring.querySelector("[data-last]")).focus();
    });
  }
  const note = document.querySelector("[data-note-post]");
  if (note) {
    note.addEventListener("submit", (e) => e.preventDefault());
    note.addEventListener("change", async (e) => {
      try {
        await send(note.dataset.notePost, {
          step: note.dataset.step,
          do: "note",
          note: e.target.value,
          was: e.target.dataset.was,
        });
        e.target.dataset.was = e.target.value;
        problem(e.target, "");
        say("Noted.");
      } catch (err) {
        if (err instanceof TypeError || err.locked) {
          // nobody answered, or the passphrase is wanted first
          shelve(note.dataset.notePost, {
            step: note.dataset.step,
            do: "note",
            note: e.target.value,
            was: e.target.dataset.was,
          });
          return say("Kept on this device.");
        }
        problem(e.target, err.message);
        if (err.was !== undefined) e.target.dataset.was = err.was; // left again, it counts
      }
    });
  }
}
