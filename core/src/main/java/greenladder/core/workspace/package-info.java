/**
 * The workspace: products, people, teams, sprints, releases and papers by their keys. Read {@link
 * greenladder.core.workspace.Workspace} first.
 */
@NullMarked
package greenladder.core.workspace;

import org.jspecify.annotations.NullMarked;
