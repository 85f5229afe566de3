package greenladder.product;

import greenladder.core.item.Workspace;
import java.util.function.UnaryOperator;

/** Products, teams, sprints or releases are others than before. */
public record WorkspaceChanged(UnaryOperator<Workspace> step) {}
