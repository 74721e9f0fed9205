// Reads what the program sends piece by piece as it finds it: server-sent
// events in the answer to a request that may change something.
export function listen(url, handlers, signal) {
  return (async () => {
    const r = await fetch(url, { method: "POST", headers: { "X-From-Page": "1" }, signal });
    if (!r.ok) {
      let said = "";
      try {
        said = (await r.json()).error;
      } catch {
        /* no answer that can be read */
      }
      throw new Error(said || "The program gave no answer that can be read.");
    }
    const reader = r.body.pipeThrough(new TextDecoderStream()).getReader();
    let text = "";
    for (;;) {
      const { value, done } = await reader.read();
      if (done) return;
      text += value;
      for (let end; (end = text.indexOf("\n\n")) >= 0; text = text.slice(end + 2)) {
        const lines = text.slice(0, end).split("\n");
        const of = (name) =>
          lines
            .filter((l) => l.startsWith(name + ":"))
            .map((l) => l.slice(name.length + 1).trimStart())
            .join("\n");
        handlers[of("event")]?.(of("data"));
      }
    }
  })();
}
