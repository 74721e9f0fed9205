// The bench without a connection: what is done, timed or noted is kept on the device, in order, and sent later, each once.
import { dropPhoto, keepPhoto, keptPhotos } from "./photos.js";
import { say, sayWrong } from "./say.js";

const shelf = "bench-waiting";
const read = () => {
  try {
    return JSON.parse(localStorage.getItem(shelf)) || [];
  } catch {
    return [];
  }
};
// write keeps the shelf; nothing on it takes no room, which there may be none of.
const write = (list) => (list.length > 0 ? localStorage.setItem(shelf, JSON.stringify(list)) : localStorage.removeItem(shelf));
const token = () =>
  [...crypto.getRandomValues(new Uint8Array(16))].map((b) => b.toString(16).padStart(2, "0")).join("");
const words = {
  done: "done",
  undone: "not done",
  start: "clock started",
  stop: "clock stopped",
  note: "note",
  wrong: "it went wrong",
};
let sending = false;
let locked = false; // the passphrase is asked for before anything is taken

// post sends one thing; it fails with the server's own words, or as lost when nobody answered.
async function post(one) {
  let answer;
  const waited = Date.now() - one.at; // how long ago it was done, whatever the clock shows
  try {
    answer = await fetch(one.url, {
      method: "POST",
      headers: { "X-From-Page": "1" },
      body: new URLSearchParams({ ...one.fields, once: one.once, ...(waited > 3000 ? { ago: String(waited) } : {}) }),
    });
  } catch {
    throw Object.assign(new Error("no connection"), { lost: true });
  }
  const said = await answer.json().catch(() => ({}));
  locked = answer.status === 401;
  if (locked) throw Object.assign(new Error("the passphrase is wanted first"), { lost: true });
  if (answer.ok) return said.go;
  if (answer.status >= 500) throw Object.assign(new Error(said.error || "it could not be kept"), { lost: true });
  throw new Error(said.error || "it could not be kept");
}

// waiting is all that was not sent, in the order it was done, each with how it is let go.
async function waiting() {
  const photos = await keptPhotos();
  return [
    ...read().map((one) => ({
      ...one,
      what: words[one.fields.do] || (one.fields.have === "yes" ? "have it" : "price"),
      drop: () => write(read().filter((o) => o.once !== one.once)),
    })),
    ...photos.map((one) => ({ ...one, what: "photo", drop: () => dropPhoto(one.url) })),
  ].sort((a, b) => a.at - b.at);
}

async function show() {
  const box = document.getElementById("waiting");
  if (!box) return;
  const list = await waiting();
  box.hidden = list.length === 0;
  box.replaceChildren();
  if (!list.length) return;
  const p = document.createElement("p");
  p.textContent = list.some((one) => one.refused)
    ? "Not taken: something was changed elsewhere meanwhile."
    : `${list.length} kept on this device, to be sent when ${locked ? "the passphrase was entered" : "there is a connection"}.`;
  const ul = document.createElement("ul");
  for (const one of list) {
    const li = document.createElement("li");
    li.textContent = `${one.name}: ${one.what}${one.refused ? " — " + one.refused : ""} `;
    if (one.refused) {
      const b = document.createElement("button");
      b.type = "button";
      b.textContent = "Let it go";
      b.addEventListener("click", async () => {
        await one.drop();
        show();
      });
      li.append(b);
    }
    ul.append(li);
  }
  box.append(p, ul);
}

// postPhoto sends a photo, or with an empty body takes the one there away; it fails as post does.
async function postPhoto(one) {
  let answer;
  try {
    answer = await fetch(one.url, {
      method: "POST",
      body: one.body,
      headers: { "X-From-Page": "1", Accept: "application/json" },
    });
  } catch {
    throw Object.assign(new Error("no connection"), { lost: true });
  }
  if (answer.ok) return;
  locked = answer.status === 401;
  if (locked) throw Object.assign(new Error("the passphrase is wanted first"), { lost: true });
  const said = await answer.json().catch(() => ({}));
  throw Object.assign(new Error(said.error || "it could not be kept"), { lost: answer.status >= 500 });
}

// sendPhotos sends the photos that wait; true when one was sent.
async function sendPhotos() {
  let sent = false;
  for (const one of await keptPhotos()) {
    if (one.refused) continue;
    try {
      await postPhoto(one);
      await dropPhoto(one.url);
      sent = true;
    } catch (err) {
      if (err.lost) break;
      await keepPhoto({ ...one, refused: err.message });
    }
  }
  return sent;
}

// send sends what waits, from one of all open pages at a time.
async function send() {
  if (sending) return;
  if (!navigator.locks) return sendAll();
  await navigator.locks.request(shelf, { ifAvailable: true }, (mine) => (mine ? sendAll() : undefined));
}

// sendAll sends what waits, the oldest first; what the server refuses stays and says why.
async function sendAll() {
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
    if (!read().some((one) => !one.refused) && (await sendPhotos())) sent++;
  } finally {
    sending = false;
    await show();
  }
  if (sent && !read().length) {
    say("Everything kept on this device was sent.");
    if (document.querySelector(".at-bench, [data-price-post]")) location.reload();
  }
}

function mark(form, fields) {
  // the page as it will be
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

// shelve puts something on the shelf that could not be sent; it fails where the device has no room for it. A note takes the
// place of the step's note before, what is said of a thing to buy that of what was said before.
export function shelve(url, fields, name = document.getElementById("now-name")?.textContent || "") {
  const same = (one) => one.url === url && !one.refused && one.fields.do === fields.do;
  const before = read().find((one) => same(one) && fields.key && one.fields.key === fields.key);
  const list = read().filter(
    (one) => one.once !== before?.once && !(same(one) && fields.do === "note" && one.fields.step === fields.step),
  );
  // What was shown when it was first changed is what it is told apart from.
  const was = before ? { was: before.fields.was } : {};
  write([...list, { url, fields: { ...fields, ...was }, once: token(), at: Date.now(), name }]);
  show();
  send();
}

// bring puts what was done in a file taken along on the shelf, each once, and sends it; it gives how many are new here.
export function bring(entries) {
  const known = new Set(read().map((one) => one.once));
  const fresh = entries.filter((one) => !known.has(one.once)).map(({ url, fields, once, at, name }) => ({ url, fields, once, at, name }));
  write([...read(), ...fresh]);
  show();
  send();
  return fresh.length;
}

// Says whether the bench will open again without a connection, from what is kept and not from what is hoped.
async function tellAlong(p) {
  if (!("serviceWorker" in navigator && isSecureContext)) {
    p.textContent =
      "This bench will not open again without a connection: browsers keep pages only from the machine itself, or from an address " +
      "with https; “On the phone”, on the first page, tells how. What is done while it stays open is kept and sent later.";
    return;
  }
  await navigator.serviceWorker.ready;
  const steps = [...document.querySelectorAll(".steps li > a[href*='step=']")].map((a) => a.href);
  const files = [...new Set(document.documentElement.outerHTML.match(/\/static\/v-[0-9a-f]+\/[\w./-]+/g) || [])];
  const here = async (name) => new Set((await (await caches.open(name)).keys()).map((request) => request.url));
  let asked = false; // the first time the page came before there was a worker to keep it: it is asked for once more, by its way
  for (let tries = 0; tries < 120; tries++) {
    const had = await here("pages-2");
    const built = await here("built");
    const bare = files.filter((name) => !built.has(location.origin + name)).length; // a page without them would not work
    const missing = steps.filter((href) => !had.has(href)).length;
    p.textContent =
      missing + bare === 0
        ? "This bench is kept on this device, with all of its steps, what is to buy and the plan: it opens without a connection."
        : `Without a connection ${bare > 0 ? 0 : steps.length - missing} of ${steps.length} steps would open on this device so far.`;
    if (missing + bare === 0) return;
    if (!asked && navigator.serviceWorker.controller && !had.has(location.href)) {
      asked = true;
      fetch(location.href, { credentials: "same-origin" }).catch(() => {});
    }
    await new Promise((on) => setTimeout(on, 1000));
  }
}

export function bench() {
  if ("serviceWorker" in navigator && isSecureContext) navigator.serviceWorker.register("/worker.js").catch(() => {});
  const p = document.getElementById("along");
  if (p) tellAlong(p).catch(() => {});
  show();
  const some = async () => {
    if ((await waiting()).some((one) => !one.refused)) send();
  };
  some();
  addEventListener("online", send);
  setInterval(some, 15000);
  for (const form of document.querySelectorAll("form[data-offline]")) {
    form.addEventListener("submit", async (e) => {
      if (form.action.endsWith("/plan")) return; // steps of one's own want a connection
      e.preventDefault();
      const data = new FormData(form, e.submitter);
      const fields = {}; // what is chosen several times is sent as one
      for (const [k, v] of data) if (k !== "back") fields[k] = k in fields ? fields[k] + " " + v : v;
      const one = {
        url: form.getAttribute("action"),
        fields,
        once: token(),
        at: Date.now(),
        name: document.getElementById("now-name")?.textContent || "",
      };
      let kept = true;
      try {
        write([...read(), one]); // first on the shelf: a tab that closes now loses nothing
      } catch {
        kept = false; // the device has no room: it is sent or said
      }
      try {
        if (kept && read().length > 1) throw Object.assign(new Error(""), { lost: true }); // in order
        const go = await post(one);
        write(read().filter((o) => o.once !== one.once));
        location.assign(go || data.get("back") || location.href);
      } catch (err) {
        if (err.lost && !kept) return sayWrong("Not kept: no connection, and this device has no room left. Do it again later.");
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
    const one = { url, body, at: Date.now(), name: document.getElementById("now-name")?.textContent || "" };
    try {
      await postPhoto(one);
      await dropPhoto(url).catch(() => {});
      location.reload();
    } catch (err) {
      if (!err.lost) return sayWrong("Not kept: " + err.message);
      try {
        await keepPhoto(one);
      } catch {
        return sayWrong("No connection, and this browser keeps no photos: choose it again when there is one.");
      }
      say("Kept on this device.");
      show();
    }
  };
  const picture = document.querySelector("[data-step-photo]");
  picture?.addEventListener("change", () => {
    if (picture.files[0]) photo(picture.dataset.stepPhoto, picture.files[0]);
  });
  const none = document.querySelector("[data-no-photo]");
  none?.addEventListener("click", () => photo(none.dataset.noPhoto, ""));
  document.querySelector("[data-speak]")?.addEventListener("click", () => {
    if (!("speechSynthesis" in window)) return sayWrong("This browser does not read aloud.");
    speechSynthesis.cancel();
    const text = [...document.querySelectorAll("#now-name, .now .how, .checks label")]
      .map((n) => n.textContent)
      .join(". ");
    speechSynthesis.speak(new SpeechSynthesisUtterance(text));
  });
  const large = document.querySelector("[data-large]");
  const grow = (on) => {
    document.body.classList.toggle("hands-full", on);
    large?.setAttribute("aria-pressed", String(on));
  };
  if (large) {
    grow(sessionStorage.getItem("hands-full") === "yes");
    large.addEventListener("click", () => {
      const on = !document.body.classList.contains("hands-full");
      sessionStorage.setItem("hands-full", on ? "yes" : "no");
      grow(on);
    });
  }
}
