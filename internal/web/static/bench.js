// The bench without a connection: what is done, timed or noted is kept on the device, in order, and sent later, each once.
import { say, sayWrong } from "./say.js";

const shelf = "bench-waiting";
const read = () => { try { return JSON.parse(localStorage.getItem(shelf)) || []; } catch { return []; } };
const write = (list) => localStorage.setItem(shelf, JSON.stringify(list));
const token = () => [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, "0")).join("");
const words = { done: "done", undone: "not done", start: "clock started", stop: "clock stopped", note: "note", wrong: "it went wrong" };
let sending = false;

// post sends one thing; it fails with the server's own words, or as lost when nobody answered.
async function post(one) {
  let answer;
  const waited = Date.now() - one.at; // how long ago it was done, whatever the clock shows
  try {
    answer = await fetch(one.url, { method: "POST", headers: { "X-From-Page": "1" }, body: new URLSearchParams({ ...one.fields, once: one.once, ...(waited > 3000 ? { ago: String(waited) } : {}) }) });
  } catch {
    throw Object.assign(new Error("no connection"), { lost: true });
  }
  const said = await answer.json().catch(() => ({}));
  if (answer.ok) return said.go;
  if (answer.status >= 500) throw Object.assign(new Error(said.error || "it could not be kept"), { lost: true });
  throw new Error(said.error || "it could not be kept");
}

function show() {
  const box = document.getElementById("waiting");
  if (!box) return;
  const list = read();
  box.hidden = list.length === 0;
  box.replaceChildren();
  if (!list.length) return;
  const held = list.filter((one) => one.refused);
  const p = document.createElement("p");
  p.textContent = held.length ? "Not taken: something was changed elsewhere meanwhile." : `${list.length} kept on this device, to be sent when there is a connection.`;
  const ul = document.createElement("ul");
  for (const one of list) {
    const li = document.createElement("li");
    li.textContent = `${one.name}: ${words[one.fields.do] || one.fields.do}${one.refused ? " — " + one.refused : ""} `;
    if (one.refused) {
      const b = document.createElement("button");
      b.type = "button";
      b.textContent = "Let it go";
      b.addEventListener("click", () => { write(read().filter((o) => o.once !== one.once)); show(); });
      li.append(b);
    }
    ul.append(li);
  }
  box.append(p, ul);
}

// send sends what waits, the oldest first; what the server refuses stays and says why.
async function send() {
  if (sending) return;
  sending = true;
  let sent = 0;
  try {
    for (const one of read()) {
      if (one.refused) continue;
      try {
        if (await post(one)) throw new Error("this asks something first: open the step and do it there");
        write(read().filter((o) => o.once !== one.once));
        sent++;
      } catch (err) {
        if (err.lost) break;
        write(read().map((o) => (o.once === one.once ? { ...o, refused: err.message } : o)));
      }
    }
  } finally {
    sending = false;
    show();
  }
  if (sent && !read().length) {
    say("Everything kept on this device was sent.");
    if (document.body.classList.contains("at-bench")) location.reload();
  }
}

function mark(form, fields) { // the page as it will be
  const button = form.querySelector(".big-done");
  if (button && (fields.do === "done" || fields.do === "undone")) {
    button.value = fields.do === "done" ? "undone" : "done";
    button.textContent = fields.do === "done" ? "Not done after all" : "Done";
  }
  const timer = form.querySelector(".timer");
  if (timer && (fields.do === "start" || fields.do === "stop")) {
    timer.value = fields.do === "start" ? "stop" : "start";
    timer.textContent = fields.do === "start" ? "Stop the clock" : "Start the clock";
  }
}

// shelve puts something on the shelf that could not be sent.
export function shelve(url, fields) {
  const list = read().filter((one) => !(one.url === url && one.fields.do === "note" && one.fields.step === fields.step && !one.refused));
  write([...list, { url, fields, once: token(), at: Date.now(), name: document.getElementById("now-name")?.textContent || "" }]);
  show();
}

export function bench() {
  if ("serviceWorker" in navigator && isSecureContext) navigator.serviceWorker.register("/worker.js").catch(() => {});
  show();
  if (read().some((one) => !one.refused)) send();
  addEventListener("online", send);
  setInterval(() => { if (read().some((one) => !one.refused)) send(); }, 15000);
  for (const form of document.querySelectorAll("form[data-offline]")) {
    form.addEventListener("submit", async (e) => {
      if (form.action.endsWith("/plan")) return; // steps of one's own want a connection
      e.preventDefault();
      const data = new FormData(form, e.submitter);
      const fields = Object.fromEntries([...data].filter(([k]) => k !== "back"));
      const one = { url: form.getAttribute("action"), fields, once: token(), at: Date.now(), name: document.getElementById("now-name")?.textContent || "" };
      write([...read(), one]); // first on the shelf: a tab that closes now loses nothing
      try {
        if (read().length > 1) throw Object.assign(new Error(""), { lost: true }); // in order
        const go = await post(one);
        write(read().filter((o) => o.once !== one.once));
        location.assign(go || data.get("back") || location.href);
      } catch (err) {
        if (err.lost) {
          mark(form, fields);
          show();
          say("Kept on this device.");
          send();
          return;
        }
        write(read().filter((o) => o.once !== one.once));
        sayWrong(err.message);
      }
    });
  }
  const photo = async (url, body) => {
    try {
      const r = await fetch(url, { method: "POST", body, headers: { "X-From-Page": "1", Accept: "application/json" } });
      if (!r.ok) throw new Error((await r.json()).error);
      location.reload();
    } catch (err) {
      sayWrong(err instanceof TypeError ? "No connection: the photo is not kept yet. Choose it again when there is one." : "Not kept: " + err.message);
    }
  };
  const picture = document.querySelector("[data-step-photo]");
  picture?.addEventListener("change", () => { if (picture.files[0]) photo(picture.dataset.stepPhoto, picture.files[0]); });
  const none = document.querySelector("[data-no-photo]");
  none?.addEventListener("click", () => photo(none.dataset.noPhoto, ""));
  document.querySelector("[data-speak]")?.addEventListener("click", () => {
    if (!("speechSynthesis" in window)) return sayWrong("This browser does not read aloud.");
    speechSynthesis.cancel();
    const text = [...document.querySelectorAll("#now-name, .now .how, .checks label")].map((n) => n.textContent).join(". ");
    speechSynthesis.speak(new SpeechSynthesisUtterance(text));
  });
  const large = document.querySelector("[data-large]");
  const grow = (on) => { document.body.classList.toggle("hands-full", on); large?.setAttribute("aria-pressed", String(on)); };
  if (large) {
    grow(sessionStorage.getItem("hands-full") === "yes");
    large.addEventListener("click", () => {
      const on = !document.body.classList.contains("hands-full");
      sessionStorage.setItem("hands-full", on ? "yes" : "no");
      grow(on);
    });
  }
}
