/**
 * What whoever runs the application needs of it beside the pages: health, space on the disk, backup
 * and restore, an administrator made from the shell. Read {@link greenladder.operating.Backup}
 * first.
 */
@NullMarked
package greenladder.operating;

import org.jspecify.annotations.NullMarked;
