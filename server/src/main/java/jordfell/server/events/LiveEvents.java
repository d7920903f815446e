package jordfell.server.events;

import static java.util.Map.entry;

import java.util.EnumSet;
import java.util.Map;
import java.util.Set;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.events.EventHub.Topic;
import jordfell.server.history.Moved;
import jordfell.server.keeping.KeepingMoved;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Has open screens read again what changed. It hears of a change after those who keep something of it. */
@Component
class LiveEvents {

    private static final Set<Topic> NAMES = EnumSet.of(Topic.ROSTER);
    private static final Set<Topic> GROUND = EnumSet.of(Topic.ROSTER, Topic.TEMPLATES);

    /** Which topics a change of a subject is one of. */
    private static final Map<Subject, Set<Topic>> TOPICS = Map.ofEntries(
            entry(Subject.MODEL, GROUND),
            entry(Subject.FAMILY, GROUND),
            entry(Subject.DOMAIN, GROUND),
            entry(Subject.SITE, GROUND),
            entry(Subject.TEMPLATE, GROUND),
            entry(Subject.KIT, NAMES),
            entry(Subject.DIAL_LIST, NAMES),
            entry(Subject.PERMISSION, NAMES),
            entry(Subject.PERSON, NAMES),
            entry(Subject.EXTENSION, NAMES),
            entry(Subject.PASSWORD, NAMES),
            entry(Subject.NUMBER, NAMES),
            entry(Subject.DEVICE, EnumSet.of(Topic.ROSTER, Topic.KNOCKS)),
            entry(Subject.RELEASE, EnumSet.of(Topic.RELEASES)),
            entry(Subject.GIVEN, EnumSet.noneOf(Topic.class)),
            entry(Subject.FIRMWARE, EnumSet.of(Topic.TEMPLATES)),
            entry(Subject.KNOCK, EnumSet.of(Topic.KNOCKS)),
            entry(Subject.STRAY, EnumSet.of(Topic.KNOCKS)),
            entry(Subject.PHONE, EnumSet.of(Topic.LAB)));

    private final EventHub hub;

    LiveEvents(EventHub hub) {
        this.hub = hub;
    }

    @EventListener
    void follow(Changed changed) {
        Set<Topic> topics = EnumSet.noneOf(Topic.class);
        changed.refs().keySet().forEach(subject -> topics.addAll(TOPICS.get(subject)));
        topics.forEach(topic -> hub.publish(topic, 0));
    }

    @EventListener
    void follow(Moved moved) {
        hub.publish(Topic.DEVICE, moved.deviceId());
    }

    @EventListener
    void follow(KeepingMoved moved) {
        hub.publish(Topic.KEEPING, 0);
    }
}
