// Photos of the work that could not be sent are kept on the device, one for each step: a later one takes its place.
const open = () =>
  new Promise((yes, no) => {
    const ask = indexedDB.open("bench-photos", 1);
    ask.onupgradeneeded = () => ask.result.createObjectStore("photos", { keyPath: "url" });
    ask.onsuccess = () => yes(ask.result);
    ask.onerror = () => no(ask.error);
  });

async function within(mode, run) {
  const db = await open();
  try {
    return await new Promise((yes, no) => {
      const t = db.transaction("photos", mode);
      const ask = run(t.objectStore("photos"));
      t.oncomplete = () => yes(ask.result);
      t.onabort = t.onerror = () => no(t.error);
    });
  } finally {
    db.close();
  }
}

// keepPhoto keeps {url, name, body, at}; refused is why the server did not take it.
export const keepPhoto = (one) => within("readwrite", (all) => all.put(one));
export const dropPhoto = (url) => within("readwrite", (all) => all.delete(url));
export const keptPhotos = () => within("readonly", (all) => all.getAll()).catch(() => []); // a browser that keeps nothing
