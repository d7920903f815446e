package jordfell.server.events;

import java.util.EnumSet;
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

    private final EventHub hub;

    LiveEvents(EventHub hub) {
        this.hub = hub;
    }

    @EventListener
    void follow(Changed changed) {
        Set<Topic> topics = EnumSet.noneOf(Topic.class);
        changed.refs().keySet().forEach(subject -> topics.addAll(topics(subject)));
        topics.forEach(topic -> hub.publish(topic, 0));
        changed.numbersOf(Subject.REMEDY).forEach(device -> hub.publish(Topic.DEVICE, device));
    }

    /** Which topics a change of a subject is one of. */
    private static Set<Topic> topics(Subject subject) {
        return switch (subject) {
            case MODEL, FAMILY, DOMAIN, SITE, TEMPLATE -> GROUND;
            case KIT,
                    DIAL_LIST,
                    PERMISSION,
                    RING_GROUP,
                    PHONEBOOK,
                    CONTACT,
                    EDITION,
                    PERSON,
                    EXTENSION,
                    PASSWORD,
                    NUMBER -> NAMES;
            case DEVICE -> EnumSet.of(Topic.ROSTER, Topic.KNOCKS);
            case RELEASE -> EnumSet.of(Topic.RELEASES);
            case GIVEN, REMEDY -> EnumSet.noneOf(Topic.class);
            case FIRMWARE -> EnumSet.of(Topic.TEMPLATES);
            case TRIAGE -> EnumSet.of(Topic.TRIAGE);
            case KNOCK, STRAY -> EnumSet.of(Topic.KNOCKS);
            case PHONE -> EnumSet.of(Topic.LAB);
        };
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
