package greenladder.core.item;

/**
 * A file that hangs on an item; its content is kept elsewhere.
 *
 * @param id of its content
 * @param bytes its length
 * @param type its media type, as detected
 * @param name as the person who brought it called it
 */
public record Attachment(String id, long bytes, String type, String name) {
    /** Whether it is a picture that pages can show. */
    public boolean isPicture() {
        return type.matches("image/(png|jpeg|gif|webp)");
    }

    static Attachment parse(String line) {
        var parts = line.split(" ", 4);
        return new Attachment(parts[0], Long.parseLong(parts[1]), parts[2], parts[3]);
    }

    @Override
    public String toString() {
        return "%s %d %s %s".formatted(id, bytes, type, name);
    }
}
