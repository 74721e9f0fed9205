// The bench as one file for where no connection and no certificate is: every step with its drawing, what is to buy, and boxes whose
// ticks come back as a file of their own.
import { bring } from "./bench.js";
import { say, sayWrong } from "./say.js";

// keeping is what runs in the file itself, on its own: it rests on nothing of this page.
function keeping() {
  const shelf = "along-" + document.body.dataset.ensemble;
  let kept = {};
  try {
    kept = JSON.parse(localStorage.getItem(shelf)) || {};
  } catch {
    // a browser that keeps nothing for files: the button still saves
  }
  const save = document.querySelector("[data-save]");
  const told = document.querySelector("[data-told]");
  const show = () => {
    const n = Object.keys(kept).length;
    save.disabled = n === 0;
    told.textContent = n === 0 ? "Nothing ticked or noted yet." : `${n} to bring back.`;
  };
  const token = () =>
    [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, "0")).join("");
  const keyOf = (box) => box.dataset.url + " " + (box.dataset.step || "") + " " + (box.dataset.buy || "") + " " + (box.type !== "checkbox");
  for (const box of document.querySelectorAll("[data-url]")) {
    const was = kept[keyOf(box)];
    if (!was) continue;
    if (box.type === "checkbox") box.checked = was.fields.do === "done" || was.fields.have === "yes";
    else box.value = was.fields.note;
  }
  document.addEventListener("change", (e) => {
    const box = e.target;
    if (!box.dataset.url) return;
    const as = box.type === "checkbox" ? box.defaultChecked === box.checked : box.defaultValue === box.value;
    if (as) {
      delete kept[keyOf(box)];
    } else {
      const fields = box.dataset.buy
        ? { key: box.dataset.buy, was: box.dataset.was, value: box.dataset.value, have: box.checked ? "yes" : "no" }
        : box.type === "checkbox"
          ? { what: "tick", step: box.dataset.step, do: box.checked ? "done" : "undone" }
          : { step: box.dataset.step, do: "note", note: box.value, was: box.defaultValue };
      kept[keyOf(box)] = { url: box.dataset.url, fields, name: box.dataset.name, at: Date.now(), once: token() };
    }
    try {
      localStorage.setItem(shelf, JSON.stringify(kept));
    } catch {
      // as above
    }
    show();
  });
  save.addEventListener("click", () => {
    const list = Object.values(kept).sort((a, b) => a.at - b.at);
    const text = JSON.stringify({
      format: "ardent-gusset/along",
      version: 1,
      ensemble: Number(document.body.dataset.ensemble),
      entries: list,
    });
    const a = document.createElement("a");
    a.href = URL.createObjectURL(new Blob([text], { type: "application/json" }));
    a.download = "bring-back.json";
    a.click();
  });
  show();
}

async function page(address) {
  const answer = await fetch(address, { credentials: "same-origin" });
  if (!answer.ok) throw new Error(`${address} could not be read`);
  return new DOMParser().parseFromString(await answer.text(), "text/html");
}

// style is how the program looks, without what it would have to ask for.
async function style() {
  const href = document.querySelector("link[rel=stylesheet]").href;
  const text = await (await fetch(href, { credentials: "same-origin" })).text();
  return text.replace(/@font-face\s*{[^}]*}/g, "").replace(/url\((?:"[^"]*"|'[^']*'|[^)]*)\)/g, "none");
}

// el is an element with attributes and what is in it.
function el(doc, name, attributes = {}, ...inside) {
  const e = doc.createElement(name);
  for (const [k, v] of Object.entries(attributes)) e.setAttribute(k, v);
  e.append(...inside);
  return e;
}

// oneStep is a step of the file: a box to tick, and below it how it is done and a note.
function oneStep(doc, li, now) {
  const form = li.querySelector("form");
  const name = li.querySelector("b").textContent;
  const of = li.querySelector(".of").textContent.trim();
  const at = { "data-url": form.getAttribute("action"), "data-step": form.elements.step.value, "data-name": `${name}, ${of}` };
  const tick = el(doc, "input", { type: "checkbox", "aria-label": `${name}, ${of}: done`, ...at });
  tick.toggleAttribute("checked", li.classList.contains("is-done"));
  const how = el(doc, "details", {}, el(doc, "summary", {}, el(doc, "b", {}, name), " ", el(doc, "small", {}, of)));
  for (const part of now?.querySelectorAll(":scope > .how, :scope > .needs, :scope > .bench-drawing, :scope > .checks, " +
    ":scope > .bench-caution, :scope > .wait-for") || []) {
    const copy = doc.importNode(part, true);
    for (const box of copy.querySelectorAll("input, script")) box.remove();
    for (const link of copy.querySelectorAll("a")) link.replaceWith(...link.childNodes);
    how.append(copy);
  }
  const noted = now?.querySelector("[data-note-post]");
  if (noted) {
    const note = el(doc, "textarea", { rows: "2", ...at, "data-url": noted.dataset.notePost, "data-step": noted.dataset.step });
    note.textContent = noted.querySelector("textarea").dataset.was;
    how.append(el(doc, "label", {}, "Note ", note));
  }
  return el(doc, "li", {}, tick, how);
}

// oneThing is a row of what is to buy.
function oneThing(doc, row, url) {
  const price = row.querySelector("[data-price]");
  const have = row.querySelector("[data-have]");
  const text = [...row.children].filter((cell) => !cell.matches(".price")).map((cell) => cell.textContent.replace(/\s+/g, " ").trim());
  const label = el(doc, "label", {}, " " + text.filter(Boolean).join(" · "));
  if (!have) return el(doc, "li", {}, label);
  const box = el(doc, "input", {
    type: "checkbox",
    "data-url": url,
    "data-buy": have.dataset.have,
    "data-was": price.dataset.was,
    "data-value": price.value,
    "data-name": text[1],
  });
  box.toggleAttribute("checked", have.checked);
  label.prepend(box);
  return el(doc, "li", {}, label);
}

// taken is the file, as text; tell is told how far it is.
async function taken(at, tell) {
  const bench = await page(`${at}/bench`);
  const title = bench.querySelector("#headline h1").textContent.trim();
  const doc = document.implementation.createHTMLDocument(title);
  doc.documentElement.lang = "en";
  const theme = document.documentElement.dataset.theme;
  if (theme) doc.documentElement.dataset.theme = theme;
  const looks = el(doc, "meta", { name: "looks" }); // its place: this page may hold no style of its own
  const fits = el(doc, "meta", { name: "viewport", content: "width=device-width, initial-scale=1" });
  doc.head.append(el(doc, "meta", { charset: "utf-8" }), fits, looks);
  doc.body.className = "along";
  doc.body.dataset.ensemble = at.split("/").at(-1);
  const steps = el(doc, "ol", { class: "along-steps" });
  const all = [...bench.querySelectorAll(".steps > li")];
  for (const [i, li] of all.entries()) {
    tell(`Step ${i + 1} of ${all.length} …`);
    const read = await page(li.querySelector("a").getAttribute("href"));
    steps.append(oneStep(doc, li, read.querySelector(".now")));
  }
  const buy = (await page(`${at}/buy`)).querySelector("[data-price-post]");
  const list = el(doc, "ul", { class: "along-buy" });
  for (const row of buy?.querySelectorAll(".buy-all tbody tr") || []) list.append(oneThing(doc, row, buy.dataset.pricePost));
  doc.body.append(
    el(doc, "main", {},
      el(doc, "h1", {}, title),
      el(doc, "p", {}, "What is ticked and noted here is saved as a file and brought back at the bench. Save it before you close " +
        "this page: not every device remembers it."),
      el(doc, "p", { class: "along-save" }, el(doc, "button", { type: "button", "data-save": "" }, "Save what was done"), " ",
        el(doc, "span", { "data-told": "", role: "status" })),
      el(doc, "h2", {}, "To buy"), list,
      el(doc, "h2", {}, "Order of work"), steps),
    el(doc, "script", {}, `(${keeping})()`),
  );
  const css = await style();
  return "<!doctype html>\n" + doc.documentElement.outerHTML.replace(looks.outerHTML, () => `<style>${css}</style>`);
}

// give lets the browser keep a text as a file.
function give(text, type, name) {
  const a = document.createElement("a");
  a.href = URL.createObjectURL(new Blob([text], { type }));
  a.download = name;
  a.click();
}

// fault is what is wrong with a file that is brought back to an ensemble, "" for nothing.
export function fault(file, ensemble) {
  const strings = (o) => o && typeof o === "object" && Object.values(o).every((v) => typeof v === "string");
  if (file?.format !== "ardent-gusset/along") return "This is no file that was saved from a bench taken along: choose bring-back.json.";
  if (file.version !== 1) return "This file was saved by another version of the program: take the bench along once more.";
  if (file.ensemble !== ensemble) return "This file belongs to another ensemble: bring it back at that one’s bench.";
  const ours = new RegExp(`^/ensembles/${ensemble}/(layers/\\d+/step|plan|price)$`);
  const sound = (one) =>
    typeof one?.url === "string" && ours.test(one.url) && strings(one.fields) &&
    typeof one.once === "string" && one.once.length > 0 && one.once.length <= 64 && Number.isFinite(one.at) && typeof one.name === "string";
  if (!Array.isArray(file.entries) || file.entries.length > 5000 || !file.entries.every(sound))
    return "The file is damaged: save it once more from the bench that was taken along.";
  return "";
}

export function along() {
  const take = document.querySelector("[data-take-along]");
  if (take) take.disabled = false; // nothing happens before this is here
  take?.addEventListener("click", async () => {
    const told = document.querySelector("[data-take-told]");
    take.disabled = true;
    try {
      const text = await taken(take.dataset.takeAlong, (what) => (told.textContent = what));
      give(text, "text/html", "bench.html");
      told.textContent = "The file is saved: open it on the device you take along.";
    } catch (err) {
      told.textContent = "";
      sayWrong("Not taken along: " + err.message);
    } finally {
      take.disabled = false;
    }
  });
  const back = document.querySelector("[data-bring-back]");
  back?.addEventListener("change", async () => {
    const ensemble = Number(back.dataset.bringBack.split("/").at(-1));
    let file;
    try {
      file = JSON.parse(await back.files[0].text());
    } catch {
      file = null;
    }
    back.value = "";
    const why = fault(file, ensemble);
    if (why) return sayWrong(why);
    try {
      const n = bring(file.entries);
      say(n ? `${n} brought back, to be sent.` : "All of it was brought back before.");
    } catch {
      sayWrong("Not brought back: this device has no room left.");
    }
  });
}
