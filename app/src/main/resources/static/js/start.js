// Brings the behaviours to the page. Each is bound once, to the document, so that swapped markup works as it is.
import "./view.js";
import "./fields.js";
import "./adding.js";
import "./posting.js";
import "./menu.js";
import "./ladder-keys.js";
import "./ladder-drag.js";
import "./thread-keys.js";
import "./find.js";
import "./undo.js";
import "./talk.js";
import "./mentions.js";
import "./lists.js";
import "./attaching.js";
import "./folds.js";
import "./writing.js";
import "./live.js";
