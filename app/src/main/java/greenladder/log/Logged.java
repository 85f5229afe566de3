package greenladder.log;

/** The log has gone on: whoever follows it may look. */
public record Logged(long operation) {}
