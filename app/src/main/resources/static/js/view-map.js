// What only one view needs. Story map: what users do, cut into slices.
import "./ladder-keys.js";
import "./map-cells.js";
import "./map-drag.js";
import "./going.js";
