// What only one view needs. Tests.
import "./chart-download.js";
import "./going.js";
import "./checks.js";
