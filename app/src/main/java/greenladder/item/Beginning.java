package greenladder.item;

/** Something that a workspace begins with, written before anything of it is read. */
public interface Beginning {
    /** Writes it where it is missing. */
    void write();
}
