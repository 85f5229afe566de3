package greenladder.operating;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What comes of backups that are not what they should be. */
public class ShellTests {
    private static final String ABC =
            "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";

    private static Path data() throws IOException {
        return Files.createTempDirectory("greenladder-restore").resolve("greenladder");
    }

    private static Path zip(Map<String, String> contents) throws IOException {
        var file = Files.createTempFile("greenladder-backup", ".zip");
        try (var out = new ZipOutputStream(Files.newOutputStream(file))) {
            for (var content : contents.entrySet()) {
                out.putNextEntry(new ZipEntry(content.getKey()));
                write(out, content.getValue());
                out.closeEntry();
            }
        }
        return file;
    }

    private static void write(OutputStream out, String text) throws IOException {
        out.write(text.getBytes(StandardCharsets.UTF_8));
    }

    /** A backup in which everything is as it should be, but for what is put in. */
    private static Path backup(Map<String, String> more) throws IOException {
        var file = Files.createTempFile("greenladder-backup", ".zip");
        var contents = new TreeMap<>(Map.of(BackupFile.MANIFEST, BackupFile.FORMAT + "\n14\n"));
        contents.putAll(more);
        try (var writer = new BackupFile.Writer(Files.newOutputStream(file))) {
            for (var content : contents.entrySet()) {
                writer.add(content.getKey(), out -> write(out, content.getValue()));
            }
        }
        return file;
    }

    @Test
    public void restoreShouldMakeAWorkspaceOfTablesAndFiles() throws Exception {
        var data = data();
        var file =
                backup(
                        Map.of(
                                BackupFile.FILES + "ba/" + ABC,
                                "abc",
                                BackupFile.TABLES + "PLAN_FACT.csv",
                                "\"SUBJECT\",\"FACT\",\"TEXT\"\n"
                                        + "\"team:a\",\"name\",\"A, \"\"B\"\"\"\n"));
        Shell.restore(file, data.toString(), false);
        assertThat(Path.of(data + ".mv.db")).exists();
        assertThat(Path.of(data + ".files/ba/" + ABC)).hasContent("abc");
        assertThat(Files.list(data.getParent())).hasSize(2);
        assertThatThrownBy(() -> Shell.restore(file, data.toString(), false))
                .hasMessageContaining("There is a workspace");
    }

    @DataProvider
    public Object[][] refused() {
        return new Object[][] {
            {Map.of(BackupFile.FILES + "../../evil", "x"), "something unknown"},
            {Map.of(BackupFile.FILES + "ba/" + ABC, "other"), "damaged"},
            {Map.of(BackupFile.TABLES + "NOBODYS.csv", "\"A\"\n"), "something unknown"},
            {Map.of(BackupFile.TABLES + "PLAN_FACT.csv", "\"EVIL\"\n"), "not known"},
            {Map.of(BackupFile.MANIFEST, BackupFile.FORMAT + "\n14\nX 1; drop\n"), "unknown"},
            {Map.of(BackupFile.MANIFEST, "green ladder backup 99\n14\n"), "does not know"},
            {Map.of("greenladder/notes.txt", "x", "notes.txt", "x"), "something unknown"},
        };
    }

    @Test(dataProvider = "refused")
    public void refusedBackupShouldLeaveNothing(Map<String, String> contents, String words)
            throws IOException {
        var data = data();
        var file = backup(contents);
        assertThatThrownBy(() -> Shell.restore(file, data.toString(), false))
                .hasMessageContaining(words);
        assertThat(Files.list(data.getParent())).isEmpty();
    }

    @Test
    public void backupThatIsCutOffOrChangedShouldBeRefused() throws IOException {
        var data = data();
        var manifest = BackupFile.FORMAT + "\n14\n";
        assertThatThrownBy(() ->
                        Shell.restore(
                                zip(Map.of(BackupFile.MANIFEST, manifest)), data.toString(), false))
                .hasMessageContaining("not whole");
        var lies =
                zip(
                        Map.of(
                                BackupFile.MANIFEST,
                                manifest,
                                BackupFile.DIGESTS,
                                ABC + "  " + BackupFile.MANIFEST + "\n"));
        assertThatThrownBy(() -> Shell.restore(lies, data.toString(), false))
                .hasMessageContaining("damaged");
        assertThatThrownBy(
                        () -> Shell.restore(zip(Map.of("notes.txt", "x")), data.toString(), false))
                .hasMessageContaining("is no backup");
        assertThat(Files.list(data.getParent())).isEmpty();
    }

    @Test
    public void databaseOfAnEarlierVersionShouldBeUsedOnlyWhereItIsTrusted() throws Exception {
        var data = data();
        var old = zip(Map.of(BackupFile.DATABASE, "anything"));
        assertThatThrownBy(() -> Shell.restore(old, data.toString(), false))
                .hasMessageContaining("--trusted");
        Shell.restore(old, data.toString(), true);
        assertThat(Path.of(data + ".mv.db")).hasContent("anything");
    }

    @Test
    public void restoreThatWasKilledShouldBeBegunAgain() throws Exception {
        var data = data();
        Files.createDirectories(data.resolveSibling(".greenladder-restore/files"));
        Files.writeString(data.resolveSibling(".greenladder-restore/database.mv.db"), "half");
        Shell.restore(backup(Map.of()), data.toString(), false);
        assertThat(Files.list(data.getParent())).hasSize(1);
    }
}
