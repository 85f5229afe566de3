// What only one view needs. Bench: sprints and releases on the date ruler.
import "./narrowing.js";
import "./ladder-keys.js";
import "./filling.js";
import "./plan-drag.js";
import "./bench.js";
import "./going.js";
