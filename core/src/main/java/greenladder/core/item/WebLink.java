package greenladder.core.item;

/**
 * A link to an address in the web.
 *
 * @param address without blanks
 * @param name what it is called; empty for the address itself
 */
public record WebLink(String address, String name) {
    /** Reads {@code address name of it}. */
    public static WebLink parse(String line) {
        var parts = line.strip().split("\\s+", 2);
        return new WebLink(parts[0], parts.length == 1 ? "" : parts[1].strip());
    }

    public String shown() {
        return name.isEmpty() ? address : name;
    }

    @Override
    public String toString() {
        return name.isEmpty() ? address : address + " " + name;
    }
}
