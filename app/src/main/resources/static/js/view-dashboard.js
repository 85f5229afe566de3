// What only one view needs. Dashboard: figures and lists that somebody arranged.
import "./chart-download.js";
import "./chart-walk.js";
import "./going.js";
import "./narrowing.js";
import "./tiles.js";
