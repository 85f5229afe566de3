package greenladder.operating;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.testng.annotations.Test;

public class ShellTests {
    private static Path zip(String... names) throws IOException {
        var file = Files.createTempFile("greenladder-backup", ".zip");
        try (var out = new ZipOutputStream(Files.newOutputStream(file))) {
            for (var name : names) {
                out.putNextEntry(new ZipEntry(name));
                out.write(name.getBytes());
                out.closeEntry();
            }
        }
        return file;
    }

    @Test
    public void restoreShouldPutTheDatabaseAndTheFilesBack() throws IOException {
        var data = Files.createTempDirectory("greenladder-restore").resolve("greenladder");
        Shell.restore(zip(Backup.DATABASE, Backup.FILES + "ab/abc"), data.toString());
        assertThat(Path.of(data + ".mv.db")).exists();
        assertThat(Path.of(data + ".files/ab/abc")).exists();
        assertThatThrownBy(() -> Shell.restore(zip(Backup.DATABASE), data.toString()))
                .hasMessageContaining("There is a workspace");
    }

    @Test
    public void restoreShouldNotWriteOutsideItsFolder() throws IOException {
        var data = Files.createTempDirectory("greenladder-restore").resolve("greenladder");
        assertThatThrownBy(() ->
                        Shell.restore(
                                zip(Backup.DATABASE, Backup.FILES + "../../evil"), data.toString()))
                .hasMessageContaining("something unknown");
        assertThatThrownBy(
                        () -> Shell.restore(zip("notes.txt"), data.resolveSibling("x").toString()))
                .hasMessageContaining("is no backup");
    }
}
