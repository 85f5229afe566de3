package greenladder.view;

/** One of the places that a list of choices leads to. */
public record Choice(String url, String label, boolean current) {}
