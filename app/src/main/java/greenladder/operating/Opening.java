package greenladder.operating;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Says where the application is to be found, as the last thing of its start. */
@Component
class Opening {
    private static final Logger LOG = LoggerFactory.getLogger(Opening.class);

    private final String host;

    Opening(@Value("${server.address:localhost}") String host) {
        this.host = host.contains(":") ? "[" + host + "]" : host;
    }

    @EventListener
    void said(ApplicationReadyEvent ready) {
        if (ready.getApplicationContext() instanceof WebServerApplicationContext context
                && context.getWebServer() != null) {
            LOG.info(
                    "Green Ladder is open at http://{}:{}", host, context.getWebServer().getPort());
        }
    }
}
