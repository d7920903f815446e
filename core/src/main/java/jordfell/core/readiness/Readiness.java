package jordfell.core.readiness;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.identity.ClaimCode;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DevicePath;
import jordfell.core.path.Standing;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;
import jordfell.core.readiness.Missing.Place;

/** Decides what is still missing before a device or a person can ring. */
public final class Readiness {

    private Readiness() {}

    /** A handoff that was made for a softphone. */
    public record HandoffFacts(Instant expires, boolean opened, boolean revoked) {
        boolean open(Instant now) {
            return !opened && !revoked && expires.isAfter(now);
        }
    }

    /**
     * What is missing before this device can ring; empty when it can.
     *
     * @param handoffs of its credentials, for a softphone
     */
    public static List<Missing> of(DeviceFacts facts, DevicePath path, List<HandoffFacts> handoffs, Instant now) {
        List<Missing> missing = new ArrayList<>();
        if (facts.standing() != Standing.IN_USE) {
            missing.add(new Missing(facts.label() + " is not in use.", Place.DEVICE, facts.id()));
            return missing;
        }
        facts.claim()
                .filter(c -> facts.mac().isEmpty())
                .map(ClaimCode::toString)
                .ifPresent(code -> missing.add(new Missing(
                        "Type claim code " + code + " on the phone, or give the record its MAC.",
                        Place.DEVICE,
                        facts.id())));
        lines(facts, missing);
        facts.problems().forEach(p -> missing.add(new Missing(p, Place.SETTINGS, facts.id())));
        if (facts.byHand()) {
            typed(facts, path, missing);
            return missing;
        }
        boolean complete = facts.current().isPresent();
        if (complete && facts.released().isEmpty()) {
            missing.add(new Missing("Release its configuration.", Place.DEVICE, facts.id()));
        } else if (complete && facts.pending()) {
            missing.add(new Missing("Release what was changed since.", Place.DEVICE, facts.id()));
        }
        if (facts.model().kind() == DeviceKind.SOFTPHONE) {
            handoff(facts, path, handoffs, now, missing);
        } else if (facts.released().isPresent() && path.stop(Stop.FETCHED).state() != StopState.PASSED) {
            missing.add(new Missing(
                    "Plug it in at " + facts.site() + ": it has not fetched its configuration.",
                    Place.DEVICE,
                    facts.id()));
        }
        if (missing.isEmpty() && path.stop(Stop.ACCEPTED).state() != StopState.PASSED) {
            missing.add(new Missing(
                    "It is not registered: see what holds it at " + words(path.at()) + ".", Place.DEVICE, facts.id()));
        }
        return missing;
    }

    /**
     * What is missing before this person can be rung, besides what their devices miss.
     *
     * @param extensions how many they have
     * @param unbound numbers of theirs that no device has
     */
    public static List<Missing> ofPerson(long personId, String name, int extensions, List<Unbound> unbound) {
        List<Missing> missing = new ArrayList<>();
        if (extensions == 0) {
            missing.add(new Missing("Give " + name + " an extension.", Place.PERSON, personId));
        }
        unbound.forEach(u -> missing.add(
                new Missing("Extension " + u.number() + " is on no device.", Place.EXTENSION, u.extensionId())));
        return missing;
    }

    /** An extension that no device has. */
    public record Unbound(long extensionId, String number) {}

    private static void lines(DeviceFacts facts, List<Missing> missing) {
        if (facts.lines().isEmpty()) {
            missing.add(new Missing("Bind a line to an extension.", Place.LINES, facts.id()));
        }
        facts.lines().stream()
                .filter(l -> l.extension().isEmpty())
                .map(LineFacts::position)
                .forEach(p -> missing.add(new Missing("Line " + p + " has no extension.", Place.LINES, facts.id())));
    }

    /** Nothing is released to it: a person has it in hand. */
    private static void typed(DeviceFacts facts, DevicePath path, List<Missing> missing) {
        if (missing.isEmpty() && path.stop(Stop.HEARD).state() != StopState.PASSED) {
            missing.add(new Missing(
                    "Type what its credentials card says into it: it has not registered.", Place.DEVICE, facts.id()));
        } else if (missing.isEmpty() && path.stop(Stop.ACCEPTED).state() != StopState.PASSED) {
            missing.add(new Missing(
                    "It is not registered: see what holds it at " + words(path.at()) + ".", Place.DEVICE, facts.id()));
        }
    }

    private static void handoff(
            DeviceFacts facts, DevicePath path, List<HandoffFacts> handoffs, Instant now, List<Missing> missing) {
        if (path.stop(Stop.FETCHED).state() == StopState.PASSED) {
            return;
        }
        Optional<HandoffFacts> open = handoffs.stream().filter(h -> h.open(now)).findFirst();
        boolean expired = handoffs.stream().anyMatch(h -> !h.opened() && !h.revoked());
        missing.add(new Missing(
                open.isPresent()
                        ? "The handoff link was not opened yet."
                        : expired ? "The handoff link ran out unread: make a new one." : "Hand over its credentials.",
                Place.HANDOFF,
                facts.id()));
    }

    private static String words(Stop stop) {
        return stop.name().charAt(0) + stop.name().substring(1).toLowerCase(java.util.Locale.ROOT);
    }
}
