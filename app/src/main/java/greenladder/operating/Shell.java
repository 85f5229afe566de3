package greenladder.operating;

import greenladder.people.StoppedPeople;
import greenladder.store.Verification;
import java.io.Console;
import java.io.IOException;
import java.net.SocketException;
import java.net.StandardProtocolFamily;
import java.net.UnixDomainSocketAddress;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.Scanner;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationContext;

/**
 * What is done from the shell, without starting the application: {@code backup FILE DATA} asks the
 * running one for a backup, {@code restore FILE DATA} and {@code admin DATA} want it stopped, and
 * {@code verify DATA} asks the running one or reads what is kept. DATA is the database file without
 * its ending.
 */
public final class Shell {
    private static final List<String> COMMANDS = List.of("backup", "restore", "admin", "verify");
    private static final String USAGE =
            "usage: backup FILE DATA | restore FILE DATA | admin DATA | verify DATA";

    private Shell() {}

    /** Whether the arguments name something to do without starting the application. */
    public static boolean takes(String[] arguments) {
        return arguments.length > 0 && COMMANDS.contains(arguments[0]);
    }

    /**
     * Does it; gives the exit code.
     *
     * @param opening opens what is kept in a place, without anybody being let in
     */
    public static int run(String[] arguments, Function<String, ApplicationContext> opening) {
        try {
            if (arguments[0].equals("verify")) {
                return verify(argument(List.of(arguments), 1), opening);
            }
            say(done(List.of(arguments)));
            return 0;
        } catch (IOException | SQLException | IllegalArgumentException e) {
            say(e.getMessage());
            return 1;
        }
    }

    private static String done(List<String> arguments) throws IOException, SQLException {
        return switch (arguments.getFirst()) {
            case "backup" -> backup(argument(arguments, 1), argument(arguments, 2));
            case "restore" ->
                    restore(
                            Path.of(argument(arguments, 1)),
                            argument(arguments, 2),
                            arguments.contains("--trusted"));
            default -> admin(argument(arguments, 1));
        };
    }

    private static String argument(List<String> arguments, int at) {
        if (at >= arguments.size()) {
            throw new IllegalArgumentException(USAGE);
        }
        return arguments.get(at);
    }

    private static String backup(String file, String data) throws IOException {
        if (!isRunning(data)) {
            throw new IOException(
                    "Green Ladder is not running on %s; while it is stopped, its files can simply be copied."
                            .formatted(data));
        }
        var answer = answer(data, ControlSocket.BACKUP + Path.of(file).toAbsolutePath());
        if (!answer.equals(ControlSocket.DONE)) {
            throw new IOException(answer);
        }
        return "The backup is in " + file;
    }

    /** A process that was killed leaves its socket behind. */
    private static boolean isRunning(String data) throws IOException {
        try (var channel = SocketChannel.open(StandardProtocolFamily.UNIX)) {
            return Files.exists(ControlSocket.pathOf(data))
                    && channel.connect(UnixDomainSocketAddress.of(ControlSocket.pathOf(data)));
        } catch (SocketException e) {
            return false;
        }
    }

    private static String answer(String data, String request) throws IOException {
        try (var channel = SocketChannel.open(StandardProtocolFamily.UNIX)) {
            channel.connect(UnixDomainSocketAddress.of(ControlSocket.pathOf(data)));
            ControlSocket.send(channel, request);
            return ControlSocket.received(channel);
        }
    }

    private static int verify(String data, Function<String, ApplicationContext> opening)
            throws IOException {
        if (isRunning(data)) {
            var lines = List.of(answer(data, ControlSocket.VERIFY).split(ControlSocket.BREAK, -1));
            lines.stream().skip(1).forEach(Shell::say);
            return lines.getFirst().equals(ControlSocket.DONE) ? 0 : 1;
        }
        if (!Files.exists(Path.of(data + ".mv.db"))) {
            throw new IOException("There is no workspace in %s.".formatted(data));
        }
        var report = opening.apply(data).getBean(Verification.class).whole();
        VerificationWords.lines(report).forEach(Shell::say);
        return report.agrees() ? 0 : 1;
    }

    static String restore(Path file, String data, boolean trusted)
            throws IOException, SQLException {
        return "Restored into " + new Restore(file, data, trusted).run();
    }

    private static String admin(String data) throws SQLException, IOException {
        if (!Files.exists(Path.of(data + ".mv.db"))) {
            throw new IOException("There is no workspace in %s.".formatted(data));
        }
        var console = System.console();
        var input = new Scanner(System.in, StandardCharsets.UTF_8);
        var handle = asked(console, input, "Sign-in name: ");
        var name = asked(console, input, "Name, for somebody new: ");
        var password = secret(console, input, "New password: ");
        // The application opens a database in a file without a name of its own.
        try (var connection =
                DriverManager.getConnection(
                        "jdbc:h2:file:%s;IFEXISTS=TRUE;WRITE_DELAY=0"
                                .formatted(Path.of(data).toAbsolutePath()),
                        "",
                        "")) {
            return StoppedPeople.makeAdministrator(connection, handle, name, password);
        }
    }

    private static String asked(@Nullable Console console, Scanner input, String prompt) {
        if (console != null) {
            return String.valueOf(console.readLine(prompt)).strip();
        }
        return input.hasNextLine() ? input.nextLine().strip() : "";
    }

    private static String secret(@Nullable Console console, Scanner input, String prompt) {
        if (console != null) {
            var typed = console.readPassword(prompt);
            return typed == null ? "" : new String(typed);
        }
        return input.hasNextLine() ? input.nextLine() : "";
    }

    private static void say(@Nullable String words) {
        System.err.println("ladder: " + words);
    }
}
