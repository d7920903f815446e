package jordfell.core.brought;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Diagnosis;
import jordfell.core.diagnosis.Finding;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.SipSeen;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.ExtensionFacts;

/**
 * What the rules say of one device by what was brought, and by nothing else.
 *
 * @param findings the first explaining most; only such as rest on what can be seen from there
 * @param words how it went, in a sentence
 * @param blind what can’t be said from there
 */
public record Verdict(List<Finding> findings, String words, List<String> blind) {

    /** A request that is as old as this when the recording ends has had its time to be answered (RFC 3261 §17.1.2.2). */
    private static final Duration ANSWERED_WITHIN = Duration.ofSeconds(32);

    public Verdict {
        findings = List.copyOf(findings);
        blind = List.copyOf(blind);
    }

    /**
     * What these say of a device.
     *
     * @param recordedUntil when the recording ended: what is missing in it is missing up to then
     */
    public static Verdict of(DeviceFacts device, List<Observation> seen, SecretBook secrets, Instant recordedUntil) {
        Evidence all = new Evidence(seen);
        List<Observation> own = all.all().stream().filter(device::owns).toList();
        Vantage vantage = Vantage.of(own);
        if (own.isEmpty()) {
            return new Verdict(List.of(), "What is in it is from before it had this extension.", vantage.blind());
        }
        Instant last = own.get(own.size() - 1).at();
        Instant end = recordedUntil.isAfter(last) ? recordedUntil : last;
        List<Finding> findings =
                Diagnosis.of(CaseOf.of(device, withItsFile(device, own, vantage), secrets, end)).stream()
                        .filter(vantage::allows)
                        .filter(f -> !isMendedBy(f, device, own))
                        .filter(f -> !asksForItsOwnToo(f, device, own))
                        .toList();
        return new Verdict(findings, words(new Evidence(own), vantage, end), vantage.blind());
    }

    /**
     * Who speaks SIP has some file, though its fetch is in no recording: without that nothing could be said of what came after. Where
     * the fetch of the released one is in it, that counts; who asks for a file in vain and is heard of no more has none.
     */
    private static List<Observation> withItsFile(DeviceFacts device, List<Observation> own, Vantage vantage) {
        if (device.released().isEmpty()) {
            return own;
        }
        String revision = device.released().get().revision().id();
        boolean tookIt = own.stream()
                .anyMatch(o -> o instanceof ConfigRequested c
                        && c.served()
                        && c.revision().equals(revision));
        boolean asksInVain = !vantage.asks()
                && !vantage.answers()
                && own.stream().anyMatch(ConfigRequested.class::isInstance)
                && own.stream().noneMatch(o -> o instanceof ConfigRequested c && c.served());
        if (tookIt || asksInVain) {
            return own;
        }
        Instant before = own.get(0).at().minusMillis(1);
        return Stream.concat(
                        Stream.<Observation>of(new ConfigRequested(before, "", 200, revision, "", "")),
                        own.stream().filter(o -> !(o instanceof ConfigRequested)))
                .toList();
    }

    /** It asks for more files than one: that one of them is not its own says nothing. */
    private static boolean asksForItsOwnToo(Finding finding, DeviceFacts device, List<Observation> own) {
        return finding.cause() == Cause.WRONG_FILE_ASKED
                && own.stream()
                        .anyMatch(o -> o instanceof ConfigRequested c
                                && c.file().equals(device.beside().file()));
    }

    /** Whether its line was registered after the last time that this showed; another line’s registration mends nothing. */
    private static boolean isMendedBy(Finding finding, DeviceFacts device, List<Observation> own) {
        if (finding.cause() == Cause.CLOCK_WRONG) {
            return false;
        }
        List<String> numbers = device.lines().stream()
                .filter(l -> finding.line() == 0 || l.position() == finding.line())
                .flatMap(l -> l.extension().stream())
                .map(ExtensionFacts::number)
                .toList();
        return !numbers.isEmpty()
                && numbers.stream()
                        .allMatch(number -> new Evidence(own)
                                .last(Observation.class, o -> o.aboutNumber().equals(number))
                                .filter(o -> o instanceof BindingChanged b
                                        && b.change().live())
                                .isPresent());
    }

    private static String words(Evidence own, Vantage vantage, Instant end) {
        Optional<BindingChanged> binding = own.last(BindingChanged.class, b -> true);
        Optional<SipSeen.Response> answer =
                own.last(SipSeen.Response.class, r -> !r.toNode() && r.answers("REGISTER") && r.status() >= 200);
        Optional<SipSeen.Request> ask = own.last(SipSeen.Request.class, r -> r.toNode() && r.asks("REGISTER"));
        Optional<Observation> newest = Stream.of(binding, answer, ask)
                .flatMap(Optional::stream)
                .map(o -> (Observation) o)
                .reduce((a, b) -> b.at().isAfter(a.at()) ? b : a);
        if (newest.isEmpty()) {
            return vantage.asks() || vantage.answers()
                    ? "No registration of it is in it."
                    : own.last(ConfigRequested.class, c -> true)
                            .map(c -> "It asked for “" + c.file() + "” and was answered " + c.status()
                                    + "; no SIP of it is in it.")
                            .orElse("It was seen, and no SIP of it.");
        }
        if (newest.get() instanceof BindingChanged b) {
            return b.change().live()
                    ? "It was registered as " + b.number() + " at " + b.node() + " when the recording ended."
                    : "It ended its registration of " + b.number() + " itself.";
        } else if (newest.get() instanceof SipSeen.Response r) {
            return "The last answer to it was “" + r.message().startLine().substring("SIP/2.0 ".length()) + "” from "
                    + r.node() + ".";
        }
        SipSeen.Request r = (SipSeen.Request) newest.get();
        return vantage.answers() && r.at().plus(ANSWERED_WITHIN).isBefore(end)
                ? "Its last REGISTER to " + r.node() + " was not answered in it."
                : "Its last REGISTER went to " + r.node() + "; whether that was answered is not in it.";
    }
}
