package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.SipSeen;
import jordfell.core.milestone.BrokenRun;
import jordfell.core.milestone.Heard;
import jordfell.core.path.LineStatus;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.Via;

/**
 * <em>request-mangled</em>: what arrives from it is not what a phone sends: cut off or garbled, or with another address in its Via
 * than it has, to which it takes no answer (RFC 3261 §18.1.2).
 */
final class RequestMangled implements Rule {

    private static final int BAD_REQUEST = 400;

    /** One may be anything. */
    private static final int TELLING = 3;

    @Override
    public List<Finding> examine(CaseOf device) {
        Optional<Finding> garbled = garbledNow(device).map(run -> garbled(device, run));
        return garbled.isPresent()
                ? garbled.stream().toList()
                : device.path().lines().stream()
                        .flatMap(line -> rewritten(device, line).stream())
                        .toList();
    }

    /** Whether a registrar’s 400 is of a datagram that was no whole SIP. */
    static boolean isSo(TurnedAway t) {
        return t.refusal().filter(r -> r.status() == BAD_REQUEST).isPresent()
                && garbledNow(t.device()).isPresent();
    }

    /** Broken datagrams came from it of late, and it is not registered. */
    private static Optional<BrokenRun> garbledNow(CaseOf device) {
        boolean registered = device.path().lines().stream().allMatch(line -> line.accepted(device.now()));
        return device.reached()
                .broken()
                .filter(run -> !registered && run.times() >= TELLING)
                .filter(run -> device.path().lines().stream()
                        .flatMap(line -> line.reached().heard().stream())
                        .map(Heard::at)
                        .noneMatch(at -> at.isAfter(run.newest().at())));
    }

    private static Finding garbled(CaseOf device, BrokenRun run) {
        SipSeen.Broken newest = run.newest();
        String site = device.facts().site();
        return Finding.certain(
                        Cause.REQUEST_MANGLED,
                        "What arrives from it at " + newest.node() + " is no whole SIP: " + newest.why() + ".")
                .variant("garbled " + site)
                .brief("its SIP arrives broken")
                .detail(newest.node() + " got " + run.times() + " such datagrams from " + newest.peer()
                        + "; a phone that was registered before does not begin to send them by itself. A router that"
                        + " meddles with SIP does.")
                .since(run.since())
                .tries(run.times())
                .shownBy("datagram of " + newest.datagram().length() + " bytes from " + newest.peer() + ": "
                        + newest.why())
                .remedies(Remedy.advice("Switch off whatever the router at " + site
                        + " does to SIP by itself, or have the phones register by TLS, which it can’t read."));
    }

    /** Its requests come again and again though they are answered, and name another address than it was given. */
    private static Optional<Finding> rewritten(CaseOf device, LineStatus line) {
        Optional<SipSeen.Request> last = line.reached().lastRequest();
        Optional<String> via = last.flatMap(r -> SipHeaders.topVia(r.message())).map(Via::host);
        boolean inVain = line.reached()
                .asks()
                .filter(a -> a.repeats() >= TELLING && a.answering() == 0)
                .isPresent();
        Optional<String> own = device.reached().lease().map(Leased::address);
        return inVain && via.isPresent() && own.isPresent() && !own.get().equals(via.get())
                ? Optional.of(rewritten(device, line, via.get(), own.get()))
                : Optional.empty();
    }

    private static Finding rewritten(CaseOf device, LineStatus line, String via, String own) {
        String site = device.facts().site();
        return Finding.likely(
                        Cause.REQUEST_MANGLED,
                        "Something at " + site + " rewrites its SIP: its requests say that they are from " + via
                                + ", and it has " + own + ".",
                        "A capture at the phone, in which its own requests say " + own + ".")
                .line(line.position())
                .variant("rewritten " + site)
                .brief("its SIP is rewritten on the way")
                .detail(
                        "It asks again and again though it is answered: a phone takes no answer that names another address in"
                                + " Via than its own.")
                .since(line.reached().asks().orElseThrow().first())
                .tries(line.reached().asks().orElseThrow().repeats())
                .shownBy("was given the address " + own, "REGISTER for " + line.number() + " with " + via + " in Via")
                .remedies(Remedy.advice("Switch off whatever the router at " + site
                        + " does to SIP by itself, or have the phones register by TLS, which it can’t read."));
    }
}
