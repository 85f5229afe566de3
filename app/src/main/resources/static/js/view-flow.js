// What only one view needs. Flow: how work went through its states.
import "./chart-download.js";
import "./chart-walk.js";
import "./going.js";
import "./narrowing.js";
