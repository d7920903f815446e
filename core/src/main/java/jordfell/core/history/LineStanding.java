package jordfell.core.history;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.RegistrationState;
import jordfell.core.milestone.Heard;
import jordfell.core.milestone.LineMilestones;
import jordfell.core.path.LineStatus;

/**
 * How one number stands with one device. A binding that lives counts, whatever a later attempt was answered: calls reach it
 * until it runs out.
 *
 * @param byHand the device registers it without having it on record
 * @param peer the address and port from which it was heard last; empty if it never was
 * @param node the registrar that has its binding, or refused it
 * @param since since when it stands so; nothing for {@code NEVER}
 * @param why what is found about the line, or what it was answered; empty unless it is refused
 */
public record LineStanding(
        String number,
        boolean byHand,
        RegistrationState state,
        String peer,
        String node,
        Optional<Instant> since,
        String why) {

    /** The numbers of a device’s lines, each once, and those that it registers besides. */
    public static List<LineStanding> of(List<LineStatus> lines, Point present) {
        List<LineStanding> standings = new ArrayList<>();
        List<String> onRecord = lines.stream().map(LineStatus::number).toList();
        for (LineStatus line : lines) {
            boolean again = standings.stream().anyMatch(s -> s.number().equals(line.number()));
            if (!again) {
                standings.add(of(line, false, why(line, present), present.at()));
            }
        }
        present.reached().lines().values().stream()
                .filter(line -> !onRecord.contains(line.number()))
                .map(line -> new LineStatus(0, line.number(), line))
                .filter(line -> line.bindingLive(present.at()))
                .forEach(line -> standings.add(of(line, true, "", present.at())));
        return standings;
    }

    private static LineStanding of(LineStatus line, boolean byHand, String why, Instant now) {
        LineMilestones reached = line.reached();
        RegistrationState state = line.bindingLive(now)
                ? RegistrationState.REGISTERED
                : line.refusal().isPresent()
                        ? RegistrationState.REFUSED
                        : line.binding().isPresent() ? RegistrationState.ENDED : RegistrationState.NEVER;
        Optional<String> heardFrom = reached.heard().map(Heard::peer);
        Optional<String> boundFrom = line.binding().map(BindingChanged::peer).filter(p -> !p.isEmpty());
        return switch (state) {
            case REGISTERED ->
                new LineStanding(
                        line.number(),
                        byHand,
                        state,
                        boundFrom.or(() -> heardFrom).orElse(""),
                        line.binding().map(BindingChanged::node).orElse(""),
                        reached.acceptedSince(),
                        "");
            case REFUSED ->
                new LineStanding(
                        line.number(),
                        byHand,
                        state,
                        heardFrom.orElse(""),
                        line.refusal().map(r -> r.response().node()).orElse(""),
                        line.refusal().map(r -> r.since()),
                        why);
            case ENDED ->
                new LineStanding(
                        line.number(),
                        byHand,
                        state,
                        heardFrom.or(() -> boundFrom).orElse(""),
                        line.binding().map(BindingChanged::node).orElse(""),
                        line.endedAt(),
                        line.loggedOff() ? "it logged off" : "");
            case NEVER ->
                new LineStanding(line.number(), byHand, state, heardFrom.orElse(""), "", Optional.empty(), "");
        };
    }

    private static String why(LineStatus line, Point present) {
        return present.lives().stream()
                .map(FindingLife::finding)
                .filter(f -> f.line() == line.position())
                .map(f -> f.brief())
                .findFirst()
                .or(() -> line.refusal().map(r -> r.answer()))
                .orElse("");
    }
}
