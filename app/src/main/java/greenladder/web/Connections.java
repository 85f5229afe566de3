package greenladder.web;

import java.time.Duration;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/**
 * Bounds what connections may take. Behind proxies all come from these, which have to bound them.
 */
@Component
class Connections implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {
    private final GreenLadderProperties properties;

    Connections(GreenLadderProperties properties) {
        this.properties = properties;
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        boolean isBehindProxies = !properties.trustedProxies().isBlank();
        GuardedProtocol.limit(
                isBehindProxies ? Integer.MAX_VALUE : properties.connectionsOfOneAddress(),
                Duration.ofSeconds(properties.secondsForHeaders()));
        factory.setProtocol(GuardedProtocol.class.getName());
    }
}
