package greenladder.core.item;

import java.time.LocalDate;

/** A day by which something has to be so. */
public record Milestone(String name, LocalDate date) {}
