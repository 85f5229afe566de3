// What only one view needs. Ladder: cards in columns.
import "./loose-tray.js";
import "./narrowing.js";
import "./ladder-keys.js";
import "./ladder-drag.js";
import "./live-cards.js";
