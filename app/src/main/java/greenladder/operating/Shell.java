package greenladder.operating;

import greenladder.people.StoppedPeople;
import java.io.Console;
import java.io.IOException;
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
import org.jspecify.annotations.Nullable;

/**
 * What is done from the shell, without starting the application: {@code backup FILE DATA} asks the
 * running one for a backup, {@code restore FILE DATA} and {@code admin DATA} want it stopped. DATA
 * is the database file without its ending.
 */
public final class Shell {
    private static final List<String> COMMANDS = List.of("backup", "restore", "admin");
    private static final String USAGE = "usage: backup FILE DATA | restore FILE DATA | admin DATA";

    private Shell() {}

    /** Whether the arguments name something to do without starting the application. */
    public static boolean takes(String[] arguments) {
        return arguments.length > 0 && COMMANDS.contains(arguments[0]);
    }

    /** Does it; gives the exit code. */
    public static int run(String[] arguments) {
        try {
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
        var socket = ControlSocket.pathOf(data);
        if (!Files.exists(socket)) {
            throw new IOException(
                    "Green Ladder is not running on %s; while it is stopped, its files can simply be copied."
                            .formatted(data));
        }
        try (var channel = SocketChannel.open(StandardProtocolFamily.UNIX)) {
            channel.connect(UnixDomainSocketAddress.of(socket));
            ControlSocket.send(channel, ControlSocket.BACKUP + Path.of(file).toAbsolutePath());
            var answer = ControlSocket.received(channel);
            if (!answer.equals(ControlSocket.DONE)) {
                throw new IOException(answer);
            }
        }
        return "The backup is in " + file;
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
