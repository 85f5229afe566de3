// What only one view needs. Load: who does what on which day.
import "./load.js";
import "./going.js";
