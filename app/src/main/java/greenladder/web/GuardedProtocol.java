package greenladder.web;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.channels.SocketChannel;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.coyote.Processor;
import org.apache.coyote.http11.Http11NioProtocol;
import org.apache.tomcat.util.net.NioChannel;
import org.apache.tomcat.util.net.NioEndpoint;
import org.apache.tomcat.util.net.SocketEvent;
import org.apache.tomcat.util.net.SocketWrapperBase;

/**
 * HTTP/1.1 with two bounds that the library does not have: so many connections of one address, and
 * so much time for a request's headers, however they trickle. Made by the server by its name.
 */
public final class GuardedProtocol extends Http11NioProtocol {
    private static volatile int mostOfOne = Integer.MAX_VALUE;
    private static volatile long longestMillis = Long.MAX_VALUE;

    public GuardedProtocol() {
        super(new Endpoint());
    }

    /** Settings are read before the server makes its connectors. */
    static void limit(int connectionsOfOneAddress, Duration forHeaders) {
        mostOfOne = connectionsOfOneAddress;
        longestMillis = forHeaders.toMillis();
    }

    private static final class Endpoint extends NioEndpoint {
        private static final long LOOK_MILLIS = 1_000;

        private final int most = mostOfOne;
        private final long longest = longestMillis;

        /** How many connections there were of each address a moment ago, and those since. */
        private volatile Map<String, Integer> counts = new ConcurrentHashMap<>();

        /** Since when a connection has been in the midst of headers. */
        private final Map<SocketWrapperBase<NioChannel>, Long> waiting = new HashMap<>();

        @Override
        public void startInternal() throws Exception {
            super.startInternal();
            Thread.ofVirtual().name("connections").start(this::look);
        }

        @Override
        protected boolean setSocketOptions(SocketChannel socket) {
            try {
                var address = ((InetSocketAddress) socket.getRemoteAddress()).getHostString();
                if (counts.merge(address, 1, Integer::sum) > most) {
                    return refused(socket);
                }
            } catch (IOException e) {
                return refused(socket);
            }
            return super.setSocketOptions(socket);
        }

        /** What calls this closes only what was registered: it is told that all is well. */
        private boolean refused(SocketChannel socket) {
            destroySocket(socket);
            return true;
        }

        private void look() {
            while (isRunning()) {
                try {
                    Thread.sleep(LOOK_MILLIS);
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    return;
                }
                var now = new ConcurrentHashMap<String, Integer>();
                for (var connection : getConnections()) {
                    now.merge(connection.getRemoteAddr(), 1, Integer::sum);
                    endLate(connection);
                }
                counts = now;
                waiting.keySet().removeIf(SocketWrapperBase::isClosed);
            }
        }

        /** While headers come, the processor waits with its connection; for a body, it works. */
        private void endLate(SocketWrapperBase<NioChannel> connection) {
            boolean isInHeaders =
                    connection.getCurrentProcessor() instanceof Processor processor
                            && !processor.isAsync()
                            && !processor.isUpgrade();
            if (!isInHeaders) {
                waiting.remove(connection);
                return;
            }
            long since = waiting.computeIfAbsent(connection, any -> System.currentTimeMillis());
            if (System.currentTimeMillis() - since > longest) {
                waiting.remove(connection);
                processSocket(connection, SocketEvent.ERROR, true);
            }
        }
    }
}
