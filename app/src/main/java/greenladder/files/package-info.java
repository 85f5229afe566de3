/**
 * Files that people attach: kept beside the database, once each, by what is in them. Read {@link
 * greenladder.files.FileStore} first.
 */
@NullMarked
package greenladder.files;

import org.jspecify.annotations.NullMarked;
