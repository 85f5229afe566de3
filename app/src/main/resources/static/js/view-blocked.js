// What only one view needs. Blocked: what cannot go on.
import "./ladder-keys.js";
import "./own-work.js";
import "./going.js";
