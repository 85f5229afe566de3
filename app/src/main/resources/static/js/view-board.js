// What only one view needs. Board: what a team has in hand, state by state.
import "./narrowing.js";
import "./ladder-keys.js";
import "./board.js";
import "./board-drag.js";
import "./board-setup.js";
import "./walk.js";
import "./going.js";
