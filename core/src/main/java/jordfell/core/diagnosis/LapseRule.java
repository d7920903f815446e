package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.SipSeen;
import jordfell.core.path.Condition;
import jordfell.core.path.LineStatus;

/**
 * <em>lapsed</em>: it carried once, and its registration ended. Whether it logged off, lives on without registering, or is
 * heard no more are three things: only the last one sends somebody to look at power and cable.
 */
final class LapseRule implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        if (device.path().condition() != Condition.SILENT) {
            return List.of();
        }
        return device.path().lines().stream()
                .filter(l -> l.lapsed(device.now()))
                .findFirst()
                .map(line -> lapsed(device, line))
                .stream()
                .toList();
    }

    private static Finding lapsed(CaseOf device, LineStatus line) {
        Instant end = line.endedAt().orElse(device.now());
        Optional<Observation> sign = signOfLife(device, end);
        if (sign.isPresent()) {
            return alive(device, line, end, sign.get());
        }
        return line.takenBack() ? loggedOff(device, line, end) : silent(device, line, end);
    }

    /** What only the device itself can have caused, after its registration ended. */
    private static Optional<Observation> signOfLife(CaseOf device, Instant end) {
        return device.evidence().last(Observation.class, o -> o.at().isAfter(end) && isItsOwn(o));
    }

    private static boolean isItsOwn(Observation o) {
        return o instanceof ConfigRequested asked && asked.served()
                || o instanceof FirmwareAsked
                || o instanceof NameLookedUp
                || o instanceof SipSeen seen && seen.toNode();
    }

    private static Finding alive(CaseOf device, LineStatus line, Instant end, Observation sign) {
        return new Finding(
                Cause.LAPSED,
                "alive",
                Certainty.LIKELY,
                line.position(),
                "registers no more",
                "It is alive, and registers no more.",
                "It " + did(sign) + " after the registration of " + line.number()
                        + " had ended; no other registration of it has reached a registrar since.",
                end,
                0,
                List.of("registration of " + line.number() + " ended", "it " + did(sign) + " later"),
                List.of(Remedy.advice("See whether UDP to the registrar’s port is let through at "
                        + device.facts().site() + " and whether other phones there register; then restart it.")));
    }

    private static String did(Observation sign) {
        if (sign instanceof ConfigRequested) {
            return "asked for its configuration";
        } else if (sign instanceof FirmwareAsked) {
            return "asked for firmware";
        } else if (sign instanceof NameLookedUp lookup) {
            return "looked up " + lookup.name();
        }
        return "sent SIP that was no registration of this line";
    }

    private static Finding loggedOff(CaseOf device, LineStatus line, Instant end) {
        return new Finding(
                Cause.LAPSED,
                "logged off",
                Certainty.LIKELY,
                line.position(),
                "logged off",
                "It logged off.",
                "The registration of " + line.number() + " at " + node(line)
                        + " was taken back before it ran out, as a phone does that is logged off or shut down.",
                end,
                0,
                List.of("binding of " + line.number() + " removed"),
                List.of(Remedy.advice("Ask whether somebody switched it off at "
                        + device.facts().site() + "; switched on, it registers again.")));
    }

    private static Finding silent(CaseOf device, LineStatus line, Instant end) {
        return new Finding(
                Cause.LAPSED,
                device.facts().site(),
                Certainty.LIKELY,
                line.position(),
                "silent",
                "It was registered, and then fell silent.",
                "Extension " + line.number() + " last spoke to " + node(line)
                        + "; its registration ran out without a refresh, and nothing else was seen of it since.",
                end,
                0,
                List.of("registration of " + line.number() + " ended"),
                List.of(Remedy.advice(
                        "Check its power and network cable at " + device.facts().site() + ".")));
    }

    private static String node(LineStatus line) {
        return line.binding().map(BindingChanged::node).orElse("a registrar");
    }
}
