// What only one view needs. My work: what is mine, changed where it stands.
import "./ladder-keys.js";
import "./own-work.js";
import "./going.js";
