package greenladder.people;

import jakarta.servlet.http.HttpSessionEvent;
import jakarta.servlet.http.HttpSessionListener;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Sessions begin short, and tell when they end. */
@Component
class Sessions implements HttpSessionListener {
    private final ApplicationEventPublisher events;

    Sessions(ApplicationEventPublisher events) {
        this.events = events;
    }

    @Override
    public void sessionCreated(HttpSessionEvent event) {
        event.getSession().setMaxInactiveInterval((int) Entrance.BEFORE.toSeconds());
    }

    @Override
    public void sessionDestroyed(HttpSessionEvent event) {
        events.publishEvent(new People.SessionEnded(event.getSession().getId()));
    }
}
