// What only one view needs. Threads: the way up and down.
import "./thread-keys.js";
import "./thread-sheet.js";
import "./linking.js";
import "./chart-download.js";
