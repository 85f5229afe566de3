package greenladder.web;

import static java.nio.charset.StandardCharsets.US_ASCII;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.time.Duration;
import java.util.ArrayList;
import org.apache.catalina.LifecycleException;
import org.apache.catalina.connector.Connector;
import org.apache.catalina.startup.Tomcat;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.Test;

/** A server with nothing to serve, and clients that are slow or many. */
public class GuardedProtocolTests {
    private static final int MOST = 3;

    private Tomcat tomcat = new Tomcat();
    private final ArrayList<Socket> sockets = new ArrayList<>();

    private void start(Duration forHeaders) throws LifecycleException {
        GuardedProtocol.limit(MOST, forHeaders);
        tomcat = new Tomcat();
        var connector = new Connector(GuardedProtocol.class.getName());
        connector.setPort(0);
        tomcat.setBaseDir(System.getProperty("java.io.tmpdir"));
        tomcat.setConnector(connector);
        tomcat.addContext("", System.getProperty("java.io.tmpdir"));
        tomcat.start();
    }

    @AfterMethod
    public void stop() throws LifecycleException, IOException {
        for (var socket : sockets) {
            socket.close();
        }
        tomcat.stop();
        tomcat.destroy();
    }

    private Socket connect() throws IOException {
        var socket =
                new Socket(InetAddress.getLoopbackAddress(), tomcat.getConnector().getLocalPort());
        // Longer than anything here takes: a test that would wait for ever fails instead.
        socket.setSoTimeout(30_000);
        sockets.add(socket);
        return socket;
    }

    private static void write(Socket socket, String text) throws IOException {
        socket.getOutputStream().write(text.getBytes(US_ASCII));
    }

    private static String firstLine(Socket socket) throws IOException {
        return new String(socket.getInputStream().readNBytes("HTTP/1.1 404".length()), US_ASCII);
    }

    @Test
    public void requestWhoseHeadersNeverEndShouldBeCutOff() throws Exception {
        start(Duration.ZERO);
        var slow = connect();
        write(slow, "GET / HTTP/1.1\r\nHost: here\r\nX-Slow: ");

        // Reads on until the server ends it.
        assertThat(new String(slow.getInputStream().readAllBytes(), US_ASCII))
                .doesNotContain("200", "404");
    }

    @Test
    public void connectionsOfOneAddressBeyondTheMostShouldBeRefused() throws Exception {
        start(Duration.ofMinutes(10));
        for (int i = 0; i < MOST; i++) {
            var one = connect();
            write(one, "GET / HTTP/1.1\r\nHost: here\r\n\r\n");
            assertThat(firstLine(one)).isEqualTo("HTTP/1.1 404");
        }

        assertThat(connect().getInputStream().read()).isEqualTo(-1);
    }
}
