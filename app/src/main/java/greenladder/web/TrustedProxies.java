package greenladder.web;

import java.util.Arrays;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/**
 * Lets the proxies that the settings name say who the client is and whether it came by https.
 * Anybody else may send such headers too; they count for nothing.
 */
@Component
class TrustedProxies implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {
    private final GreenLadderProperties properties;

    TrustedProxies(GreenLadderProperties properties) {
        this.properties = properties;
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        var addresses =
                Arrays.stream(properties.trustedProxies().split(","))
                        .map(String::strip)
                        .filter(address -> !address.isEmpty())
                        .toList();
        if (addresses.isEmpty()) {
            return;
        }
        var valve = new RemoteIpValve();
        valve.setInternalProxies(
                addresses.stream().map(Pattern::quote).collect(Collectors.joining("|")));
        valve.setRemoteIpHeader("X-Forwarded-For");
        valve.setProtocolHeader("X-Forwarded-Proto");
        valve.setHostHeader("X-Forwarded-Host");
        valve.setPortHeader("X-Forwarded-Port");
        factory.addEngineValves(valve);
    }
}
