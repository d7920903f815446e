package jordfell.core.diagnosis;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import jordfell.core.evidence.SipSeen;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DeviceFacts.SentLine;
import jordfell.core.roster.Domain;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.text.TextDifference;

/**
 * Side by side for one line: what the registrar expects, what we sent, what the phone used.
 *
 * @param line its position
 */
public record MatchSheet(int line, List<Row> rows) {

    /**
     * One thing that must be the same on both sides. Texts are empty where nothing is known.
     *
     * @param secret the texts say whose password it is, never the password
     * @param differs what was used or sent is not what is expected
     * @param inSent where what was sent is not what is expected, by its characters
     * @param inUsed the same of what was used
     */
    public record Row(
            String what,
            String expected,
            String sent,
            String used,
            boolean secret,
            boolean differs,
            List<TextDifference> inSent,
            List<TextDifference> inUsed) {

        /** One whose texts are judged by more than their characters. */
        Row(String what, String expected, String sent, String used, boolean secret, boolean differs) {
            this(what, expected, sent, used, secret, differs, List.of(), List.of());
        }
    }

    /**
     * The sheets of all bound lines.
     *
     * @param networks of its site, in CIDR notation; none where its phones may come from anywhere
     */
    public static List<MatchSheet> of(CaseOf device, List<String> networks) {
        return device.facts().lines().stream()
                .filter(line -> line.extension().isPresent())
                .map(line -> sheet(device, line, line.extension().get(), networks))
                .toList();
    }

    private static MatchSheet sheet(CaseOf device, LineFacts line, ExtensionFacts extension, List<String> networks) {
        Optional<SentLine> sent = device.facts()
                .released()
                .flatMap(r -> r.sent().stream()
                        .filter(s -> s.position() == line.position())
                        .findFirst());
        Optional<SipSeen.Request> seen =
                lastAnswered(device, extension.number()).or(() -> underAnother(device, line));
        Optional<SipMessage> register = seen.map(SipSeen.Request::message);
        Optional<DigestAnswer> answer =
                register.flatMap(m -> m.first("Authorization")).flatMap(DigestAnswer::read);
        Domain domain = device.facts().domain();
        List<Row> rows = new ArrayList<>();
        rows.add(row(
                "Address of record",
                extension.number(),
                sent.map(SentLine::number),
                register.flatMap(SipHeaders::to).map(a -> a.user())));
        rows.add(row(
                "Authentication user",
                extension.authUser(),
                sent.map(SentLine::authUser),
                answer.map(DigestAnswer::username)));
        rows.add(password(device, extension, sent, answer));
        rows.add(row("Realm", domain.realm(), Optional.empty(), answer.map(DigestAnswer::realm)));
        rows.add(row(
                "Registrar",
                domain.name(),
                sent.map(SentLine::registrar),
                register.flatMap(m -> SipHeaders.uri(m.requestUri())).map(uri -> uri.host())));
        rows.add(expiry(domain, sent, register));
        rows.addAll(MatchedWay.rows(device, line.position(), sent, seen, networks));
        return new MatchSheet(line.position(), rows);
    }

    private static Row password(
            CaseOf device, ExtensionFacts extension, Optional<SentLine> sent, Optional<DigestAnswer> answer) {
        String own = extension.number() + "’s";
        Optional<String> current = device.secrets().current(extension.number());
        boolean stale = sent.isPresent() && !current.equals(sent.map(SentLine::password));
        Optional<PasswordUsed> used = answer.map(a -> device.secrets().used(a, extension.number()));
        boolean wrong = used.filter(u -> !(u instanceof PasswordUsed.Right)).isPresent();
        return new Row(
                "Password",
                own,
                sent.map(s -> stale ? "an earlier one" : own).orElse(""),
                used.map(u -> u instanceof PasswordUsed.Others o ? o.number() + "’s" : u.brief())
                        .map(brief -> brief.equals(new PasswordUsed.Right().brief()) ? own : brief)
                        .orElse(""),
                true,
                wrong || stale);
    }

    private static Row expiry(Domain domain, Optional<SentLine> sent, Optional<SipMessage> register) {
        String asked = register.flatMap(m -> m.first("Expires")).orElse("");
        String range = domain.expiry().min() + "–" + domain.expiry().max() + " s";
        boolean tooShort = asked.matches("[1-9][0-9]{0,8}") && domain.expiry().grant(Integer.parseInt(asked)) < 0;
        return new Row(
                "Expiry",
                range,
                sent.map(s -> s.expiry() + " s").orElse(""),
                asked.isEmpty() ? "" : asked + " s",
                false,
                tooShort);
    }

    private static Row row(String what, String expected, Optional<String> sent, Optional<String> used) {
        boolean differs = sent.filter(s -> !s.equals(expected)).isPresent()
                || used.filter(u -> !u.equals(expected)).isPresent();
        return new Row(
                what,
                expected,
                sent.orElse(""),
                used.orElse(""),
                false,
                differs,
                TextDifference.of(expected, sent.orElse("")),
                TextDifference.of(expected, used.orElse("")));
    }

    /**
     * What the phone sent under a number that none of its lines has, if this is the only line of which nothing was heard:
     * then it is this line’s, with another extension in it.
     */
    private static Optional<SipSeen.Request> underAnother(CaseOf device, LineFacts line) {
        List<String> own = device.facts().lines().stream()
                .flatMap(l -> l.extension().stream())
                .map(ExtensionFacts::number)
                .toList();
        List<LineFacts> unheard = device.facts().lines().stream()
                .filter(l -> l.extension()
                        .filter(e -> lastAnswered(device, e.number()).isEmpty())
                        .isPresent())
                .toList();
        return unheard.equals(List.of(line))
                ? lastAnswered(registers(device, number -> !own.contains(number)))
                : Optional.empty();
    }

    /** The newest REGISTER of a line that carries an answer, or failing that the newest at all. */
    private static Optional<SipSeen.Request> lastAnswered(CaseOf device, String number) {
        return lastAnswered(registers(device, number::equals));
    }

    private static Optional<SipSeen.Request> lastAnswered(List<SipSeen.Request> registers) {
        return registers.stream()
                .filter(SipSeen.Request::answersChallenge)
                .reduce((a, b) -> b)
                .or(() -> registers.stream().reduce((a, b) -> b));
    }

    private static List<SipSeen.Request> registers(CaseOf device, Predicate<String> number) {
        return device.recent()
                .list(SipSeen.Request.class, s -> s.toNode() && s.asks("REGISTER") && number.test(s.number()));
    }
}
