package jordfell.server.ladder;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.casefile.Withheld;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.SipSeen;
import jordfell.core.ladder.Ladder;
import jordfell.core.ladder.Lane;
import jordfell.core.ladder.MessageWords;
import jordfell.core.ladder.Step;
import jordfell.core.path.DeviceFacts;
import jordfell.server.security.Role;
import jordfell.server.security.SignedIn;

/** What went to and fro between a device and everybody else. */
public record LadderView(List<LaneView> lanes, List<ExchangeView> exchanges) {

    /** What is sent within a call (RFC 3261 §12, §13). */
    private static final Set<String> CALLS = Set.of("INVITE", "ACK", "BYE", "CANCEL", "REFER");

    /** Somebody who takes part. */
    public record LaneView(Lane.Kind kind, String name) {}

    /**
     * One thing that went from one lane to another.
     *
     * @param from place among the lanes, from 0
     * @param to the same as {@code from} where nothing went anywhere
     * @param isMessage whether it can be opened
     */
    public record StepView(Instant at, int from, int to, String label, boolean bad, boolean isMessage) {}

    /**
     * Steps that belong together.
     *
     * @param key by which its messages are asked for
     * @param times how often they went alike, from first to last
     */
    public record ExchangeView(String key, Instant first, Instant last, int times, List<StepView> steps) {}

    /** A header, or a part of one, and what it means. */
    public record WordsView(String name, String value, String words, boolean bad) {}

    /**
     * A message.
     *
     * @param size in bytes
     * @param callId of the call that it belongs to; empty if it belongs to none
     */
    public record MessageView(
            Instant at, String node, String peer, int size, List<WordsView> words, String raw, String callId) {

        /** The same for whoever only looks: with a proof of a password it can be guessed. */
        public MessageView shownTo(SignedIn who) {
            if (who.role() != Role.VIEWER) {
                return this;
            }
            Withheld withheld = new Withheld(List.of());
            return new MessageView(
                    at,
                    node,
                    peer,
                    size,
                    words.stream()
                            .map(w -> w.name().equals("response")
                                    ? new WordsView(w.name(), Withheld.MARK, w.words(), w.bad())
                                    : new WordsView(w.name(), withheld.text("", w.value()), w.words(), w.bad()))
                            .toList(),
                    withheld.text("", raw),
                    callId);
        }
    }

    /** A ladder as it is drawn. */
    public static LadderView of(Ladder ladder) {
        List<Lane> lanes = ladder.lanes();
        return new LadderView(
                lanes.stream().map(l -> new LaneView(l.kind(), l.name())).toList(),
                ladder.exchanges().stream()
                        .map(e -> new ExchangeView(
                                handle(e.episode()),
                                e.episode().first(),
                                e.episode().last(),
                                e.episode().times(),
                                e.steps().stream().map(s -> view(s, lanes)).toList()))
                        .toList());
    }

    /**
     * One of its messages; empty where it is kept no more.
     *
     * @param key of its exchange
     * @param step its place there, from 0
     */
    public static Optional<MessageView> message(
            Ladder ladder, String key, int step, DeviceFacts device, SecretBook secrets) {
        return ladder.exchanges().stream()
                .filter(e -> handle(e.episode()).equals(key))
                .filter(e -> step >= 0 && step < e.steps().size())
                .flatMap(e -> e.steps().get(step).message().stream())
                .findFirst()
                .map(seen -> view(seen, device, secrets));
    }

    private static MessageView view(SipSeen seen, DeviceFacts device, SecretBook secrets) {
        List<MessageWords.Line> words = seen instanceof SipSeen.Message message
                ? MessageWords.of(message, device, secrets)
                : List.of(new MessageWords.Line("", "", ((SipSeen.Broken) seen).why(), true));
        String raw = seen.datagram().text();
        return new MessageView(
                seen.at(),
                seen.node(),
                seen.peer(),
                seen.datagram().length(),
                words.stream()
                        .map(w -> new WordsView(w.name(), w.value(), w.words(), w.bad()))
                        .toList(),
                raw,
                seen instanceof SipSeen.Message message && CALLS.contains(method(message)) ? seen.callId() : "");
    }

    /** Of the request that it is, or that it answers. */
    private static String method(SipSeen.Message message) {
        return message.message()
                .first("CSeq")
                .orElse("")
                .replaceFirst("^\\s*[0-9]+\\s+", "")
                .strip();
    }

    /** What an episode goes by is made of what was seen, a site’s secret address too: who looks is told nothing of that. */
    private static String handle(Episode episode) {
        try {
            String key = episode.key() + " " + episode.first();
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(key.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest, 0, 12);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }

    private static StepView view(Step step, List<Lane> lanes) {
        return new StepView(
                step.at(),
                lanes.indexOf(step.from()),
                lanes.indexOf(step.to()),
                step.label(),
                step.bad(),
                step.message().isPresent());
    }
}
