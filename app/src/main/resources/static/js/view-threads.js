// What only one view needs. Threads: the way up and down.
import "./thread-keys.js";
import "./chart-download.js";
