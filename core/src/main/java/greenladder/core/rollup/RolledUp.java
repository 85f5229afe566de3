package greenladder.core.rollup;

/** What has figures that add up to those of what stands above it. */
public interface RolledUp {
    RollUp rollUp();
}
