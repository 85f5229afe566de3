// Posting to the server from a script: the same headers that htmx sends, and failures as words.
const headers = () => ({ "HX-Request": "true", ...JSON.parse(document.body.getAttribute("hx-headers")) });

/** Posts values as a form; gives the events that the server answers with, or throws an error with its words. */
export async function post(url, values) {
  let response;
  try {
    response = await fetch(url, { method: "POST", body: new URLSearchParams(values), headers: headers() });
  } catch {
    throw new Error("The server cannot be reached. What you typed is still here; try again.");
  }
  if (response.headers.get("HX-Redirect")) location.assign(response.headers.get("HX-Redirect"));
  if (!response.ok) throw new Error(await wordsOf(response));
  return JSON.parse(response.headers.get("HX-Trigger") ?? "{}");
}

async function wordsOf(response) {
  const plain = (response.headers.get("Content-Type") ?? "").startsWith("text/plain");
  return plain ? response.text() : "That did not work; nothing was changed. Try again in a moment.";
}
