package jordfell.server.change;

import java.util.Collection;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.security.Audit;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Where it is said that records changed: one {@link Changed} for each transaction, however many say something in it. */
@Component
public class Changes {

    private final Jdbc jdbc;
    private final ApplicationEventPublisher publisher;

    Changes(Jdbc jdbc, ApplicationEventPublisher publisher) {
        this.jdbc = jdbc;
        this.publisher = publisher;
    }

    /** Something of this subject moved that nobody did. */
    public void tell(Subject subject) {
        tell(subject, List.of(), "");
    }

    /**
     * These records stand otherwise.
     *
     * @param what what was done; of several in one transaction the first that says something counts
     */
    public void tell(Subject subject, Collection<?> ids, String what) {
        Optional<Pending> pending = jdbc.lastly(Pending.class, Pending::new);
        pending.ifPresent(p -> p.add(subject, ids, what));
        if (pending.isEmpty()) {
            Pending alone = new Pending();
            alone.add(subject, ids, what);
            alone.run();
        }
    }

    /** What was said in a transaction so far. */
    private final class Pending implements Runnable {

        private final Map<Subject, Set<String>> refs = new EnumMap<>(Subject.class);
        private final String who = Audit.who();
        private String what = "";

        void add(Subject subject, Collection<?> ids, String words) {
            Set<String> known = refs.computeIfAbsent(subject, s -> new LinkedHashSet<>());
            ids.forEach(id -> known.add(id.toString()));
            what = what.isEmpty() ? words : what;
        }

        @Override
        public void run() {
            publisher.publishEvent(new Changed(refs, who, what));
        }
    }
}
