package jordfell.core.alarm;

import java.net.URI;
import java.net.URISyntaxException;
import java.time.Duration;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import jordfell.core.wish.FieldProblem;

/**
 * When somebody is to be told.
 *
 * @param count from how many on; of a certificate how many days before it runs out
 * @param within in which time they have to come together
 * @param quietFrom from when to when in the day nobody is told, in the server’s zone; both or none
 * @param mailTo to whom; empty for nobody
 * @param webhook where it is posted; empty for nowhere
 */
public record AlarmRule(
        long id,
        String name,
        AlarmKind kind,
        int count,
        Duration within,
        Optional<LocalTime> quietFrom,
        Optional<LocalTime> quietTo,
        String mailTo,
        String webhook,
        boolean enabled) {

    /** Nothing that is longer ago is asked about. */
    public static final Duration LONGEST = Duration.ofDays(1);

    private static final int LONGEST_NAME = 100;
    private static final int LONGEST_ADDRESS = 200;
    private static final int MOST = 10_000;
    private static final long MOST_MINUTES = LONGEST.toMinutes();
    private static final int MOST_DAYS = 365;
    private static final Pattern MAIL = Pattern.compile("[^\\s@<>,;:\"]{1,64}@[A-Za-z0-9.-]{1,120}");

    /** Nothing of Jordfell leaves this machine. */
    private static final Set<String> HERE = Set.of("127.0.0.1", "localhost", "[::1]");

    /** What is wrong with it, at its fields. */
    public List<FieldProblem> problems() {
        List<FieldProblem> problems = new ArrayList<>();
        if (name.isBlank() || name.length() > LONGEST_NAME) {
            problems.add(new FieldProblem(
                    "/name",
                    name.isBlank() ? "It has no name." : "The name has " + name.length() + " characters.",
                    "Up to " + LONGEST_NAME + ", such as “Pier goes quiet”."));
        }
        int most = kind == AlarmKind.CERTIFICATE ? MOST_DAYS : MOST;
        if (kind.hasCount() && (count < 1 || count > most)) {
            problems.add(new FieldProblem("/count", count + " can’t be.", "From 1 to " + most + "."));
        }
        if (kind.hasMinutes() && (within.toMinutes() < 1 || within.toMinutes() > MOST_MINUTES)) {
            problems.add(new FieldProblem(
                    "/minutes", within.toMinutes() + " minutes can’t be.", "From 1 to " + MOST_MINUTES + ", a day."));
        }
        if (quietFrom.isPresent() != quietTo.isPresent() || quietFrom.isPresent() && quietFrom.equals(quietTo)) {
            problems.add(new FieldProblem(
                    "/quietFrom",
                    "Quiet hours have a beginning and another end.",
                    "Such as 22:00 to 06:00, or neither."));
        }
        if (!mailTo.isEmpty()
                && (mailTo.length() > LONGEST_ADDRESS || !MAIL.matcher(mailTo).matches())) {
            problems.add(new FieldProblem("/mailTo", "This is no mail address.", "Such as duty@tarnholm.example."));
        }
        webhookProblem().ifPresent(problems::add);
        if (mailTo.isEmpty() && webhook.isEmpty()) {
            problems.add(
                    new FieldProblem("/mailTo", "Nobody is told.", "A mail address, or where it is posted, or both."));
        }
        return problems;
    }

    private Optional<FieldProblem> webhookProblem() {
        if (webhook.isEmpty()) {
            return Optional.empty();
        }
        String hint = "Such as http://127.0.0.1:9000/jordfell; only this machine is reached.";
        try {
            URI uri = new URI(webhook);
            boolean isHttp = "http".equals(uri.getScheme()) || "https".equals(uri.getScheme());
            if (webhook.length() > LONGEST_ADDRESS || !isHttp || uri.getHost() == null) {
                return Optional.of(new FieldProblem("/webhook", "This is no address that can be posted to.", hint));
            }
            if (uri.getUserInfo() != null) {
                return Optional.of(new FieldProblem("/webhook", "A name and password don’t belong into it.", hint));
            }
            return HERE.contains(uri.getHost())
                    ? Optional.empty()
                    : Optional.of(new FieldProblem("/webhook", uri.getHost() + " is another machine.", hint));
        } catch (URISyntaxException e) {
            return Optional.of(new FieldProblem("/webhook", "This is no address.", hint));
        }
    }

    /** Whether nobody is told at this time of the day. */
    public boolean isQuiet(LocalTime at) {
        if (quietFrom.isEmpty() || quietTo.isEmpty()) {
            return false;
        }
        LocalTime from = quietFrom.get();
        LocalTime to = quietTo.get();
        return from.isBefore(to)
                ? !at.isBefore(from) && at.isBefore(to)
                : !at.isBefore(from) || at.isBefore(to); // over midnight
    }

    /** In a sentence: {@code more than 3 devices of one site silent within 5 minutes}. */
    public String words() {
        return switch (kind) {
            case SILENT, HELD -> count + " or more " + kind.words() + " within " + within.toMinutes() + " min";
            case NODE_DOWN -> kind.words();
            case CERTIFICATE -> kind.words() + " within " + count + (count == 1 ? " day" : " days");
            case STRAYS ->
                kind.words() + " " + count + " times or more, the last within " + within.toMinutes() + " min";
        };
    }
}
