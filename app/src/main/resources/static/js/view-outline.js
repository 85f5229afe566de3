// What only one view needs. Outline: the tree as a table.
import "./outline.js";
import "./outline-columns.js";
import "./outline-keys.js";
import "./write-box.js";
import "./loose-tray.js";
import "./narrowing.js";
import "./filling.js";
import "./ladder-keys.js";
import "./ladder-drag.js";
import "./plan-drag.js";
import "./plan-strip.js";
