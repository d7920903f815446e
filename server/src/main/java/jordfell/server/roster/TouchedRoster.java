package jordfell.server.roster;

import java.util.Set;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.undo.Kept;
import jordfell.server.undo.RecordsTouched;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Has the lists of people and extensions, and whoever follows the domains, look again after an act. */
@Component
class TouchedRoster {

    private final Jdbc jdbc;
    private final RosterIndex index;
    private final ApplicationEventPublisher publisher;

    TouchedRoster(Jdbc jdbc, RosterIndex index, ApplicationEventPublisher publisher) {
        this.jdbc = jdbc;
        this.index = index;
        this.publisher = publisher;
    }

    @EventListener
    void follow(RecordsTouched touched) {
        Set<Long> extensions = touched.numbersOf(Kept.EXTENSION);
        Set<Long> people = touched.numbersOf(Kept.PERSON);
        jdbc.afterCommit(() -> index.touch(extensions, people));
        if (!touched.of(Kept.DOMAIN).isEmpty()) {
            jdbc.afterCommit(() -> publisher.publishEvent(new DomainsChanged()));
        }
    }
}
