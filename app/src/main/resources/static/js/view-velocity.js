// What only one view needs. Velocity.
import "./chart-download.js";
import "./chart-walk.js";
import "./going.js";
