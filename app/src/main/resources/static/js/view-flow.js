// What only one view needs. Flow: how work went through its states.
import "./chart-download.js";
import "./going.js";
