// Posting to the server from a script: the same headers that htmx sends, failures as words, and which operations were one's own.
const headers = (key) => ({ "HX-Request": "true", "X-Request-Key": key, ...JSON.parse(document.body.getAttribute("hx-headers")) });
const own = new Set();
let underWay = Promise.resolve();

/** A refusal that brings markup to show in place, such as two values to choose from. */
export class Conflict extends Error {
  constructor(markup) {
    super("Somebody else changed this meanwhile.");
    this.markup = markup;
  }
}

/** Posts values as a form; gives the events that the server answers with, or throws an error with its words. */
export function post(url, values) {
  return send(url, new URLSearchParams(values));
}

/** Posts a body as it is, such as a file. */
export function send(url, body) {
  const answer = answered(url, body);
  underWay = Promise.allSettled([underWay, answer]);
  return answer;
}

/** Done when everything that was posted is answered. */
export const settled = () => underWay;

/** Whether an operation was one's own; known once everything that was posted is answered. */
export async function isOwn(operation) {
  await underWay;
  return own.has(operation);
}

/** Posts values as a form; gives the text of the answer. */
export const fetchText = async (url, values) => (await request(url, new URLSearchParams(values))).text();

/** Posts a value as JSON; gives the answer as a file. */
export async function fetchJson(url, value) {
  const response = await request(url, JSON.stringify(value), { "Content-Type": "application/json" });
  return response.blob();
}

/** A key of one request: asked a second time, the server answers with what the first did. */
export const freshKey = () => Array.from(crypto.getRandomValues(new Uint32Array(4)), (part) => part.toString(36)).join("-");

async function request(url, body, more = {}) {
  const key = freshKey();
  const once = () => fetch(url, { method: "POST", body, headers: { ...headers(key), ...more } });
  let response;
  try {
    // A connection that breaks before the answer is tried again: the key keeps it from being done twice.
    response = await once().catch(once);
  } catch {
    throw new Error("The server cannot be reached. What you typed is still here; try again.");
  }
  if (response.headers.get("HX-Redirect")) location.assign(response.headers.get("HX-Redirect"));
  if (!response.ok) throw await failureOf(response);
  return response;
}

async function answered(url, body) {
  const response = await request(url, body);
  const events = JSON.parse(response.headers.get("HX-Trigger") ?? "{}");
  if (events.said?.operation) own.add(events.said.operation);
  if (events.with) events.said.along = events.with;
  if (events.offer) document.dispatchEvent(new CustomEvent("offer", { detail: events.offer }));
  return events;
}

async function failureOf(response) {
  const type = response.headers.get("Content-Type") ?? "";
  if (response.status === 409 && type.startsWith("text/html")) return new Conflict(await response.text());
  const words = type.startsWith("text/plain") ? await response.text() : "That did not work; nothing was changed. Try again in a moment.";
  const problems = JSON.parse(response.headers.get("X-Problems") ?? "[]");
  return Object.assign(new Error(words), { problems, operation: response.headers.get("X-Refused-Operation") });
}
