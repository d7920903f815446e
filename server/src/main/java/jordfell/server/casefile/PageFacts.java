package jordfell.server.casefile;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import jordfell.core.casefile.Casefile.Fact;
import jordfell.core.casefile.Casefile.Found;
import jordfell.core.casefile.Casefile.Match;
import jordfell.core.casefile.Withheld;
import jordfell.core.device.Device.TemplateRef;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.diagnosis.MatchSheet;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.SipSeen;
import jordfell.core.history.FindingLife;
import jordfell.core.history.Point;
import jordfell.core.path.DevicePath;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.story.Story;
import jordfell.server.device.Assembled;

/** What the first page of a casefile says of a device, piece by piece. */
final class PageFacts {

    private PageFacts() {}

    /** What it is. */
    static List<Fact> identity(Assembled of, String firmware) {
        List<Fact> all = new ArrayList<>();
        all.add(new Fact("Label", of.device().label()));
        all.add(new Fact(
                of.facts().mac().isPresent() ? "MAC" : "Told by", of.facts().address()));
        all.add(new Fact("Model", of.device().model().fullName()));
        all.add(new Fact("Firmware", firmware));
        all.add(new Fact("Site", of.site().name()));
        all.add(new Fact(
                "Template", of.device().template().map(TemplateRef::name).orElse("none")));
        all.add(new Fact("Domain", of.domain().name()));
        of.facts()
                .lines()
                .forEach(l -> all.add(new Fact(
                        "Line " + l.position(),
                        l.extension()
                                .map(e -> e.number() + " as " + e.authUser())
                                .orElse("no extension"))));
        all.add(new Fact(
                "Released",
                of.facts()
                        .released()
                        .map(r -> "revision " + r.revision().brief() + " at " + time(r.at()) + " by " + r.by())
                        .orElse("nothing")));
        return all;
    }

    /** What holds it, surest first. */
    static List<Found> found(Point present) {
        return present.lives().stream()
                .map(FindingLife::finding)
                .map(f -> new Found(
                        f.sentence(), f.certainty().name().toLowerCase(Locale.ROOT), f.detail(), f.evidence()))
                .toList();
    }

    static List<Fact> path(DevicePath path) {
        return path.stops().stream()
                .map(s -> new Fact(spoken(s.stop().name()), spoken(s.state().name()) + ": " + s.evidence()))
                .toList();
    }

    static List<Fact> story(List<Story.Sentence> story) {
        return story.stream().map(s -> new Fact(time(s.at()), s.words())).toList();
    }

    /** What is expected, sent and used of each line. */
    static List<Match> matches(CaseOf device, List<String> networks) {
        return MatchSheet.of(device, networks).stream()
                .flatMap(sheet -> sheet.rows().stream()
                        .map(r -> new Match(
                                Integer.toString(sheet.line()),
                                r.what(),
                                r.expected(),
                                r.sent(),
                                r.used(),
                                r.differs())))
                .toList();
    }

    /** Who called whom: test calls, and calls that were begun. */
    static List<Fact> calls(List<Observation> seen) {
        return seen.stream()
                .flatMap(o -> {
                    if (o instanceof TestCalled t) {
                        return Stream.of(new Fact(
                                time(t.at()),
                                "test call " + (t.outbound() ? "from " : "to ") + t.number() + ": " + t.detail()));
                    } else if (o instanceof SipSeen.Request r && r.asks("INVITE")) {
                        String from = SipHeaders.from(r.message())
                                .map(SipAddress::aor)
                                .orElse("?");
                        String to =
                                SipHeaders.to(r.message()).map(SipAddress::aor).orElse("?");
                        return Stream.of(new Fact(time(r.at()), from + " called " + to));
                    }
                    return Stream.empty();
                })
                .toList();
    }

    /** What somebody did to have it happen. */
    static List<Fact> steps(IssueStore.Issue issue) {
        return Stream.of(
                        Stream.of(new Fact(time(issue.started()), "start, by " + issue.who())),
                        issue.marks().stream().map(m -> new Fact(time(m.at()), m.words())),
                        issue.ended().stream().map(at -> new Fact(time(at), "end")))
                .flatMap(s -> s)
                .toList();
    }

    /** Each setting’s value and where it comes from, with a tab between. */
    static List<Fact> settings(Assembled of, Withheld withheld) {
        return Stream.concat(
                        of.settings().all().stream().map(s -> fact("", s, withheld)),
                        of.lines().stream()
                                .flatMap(line -> line.settings().all().stream()
                                        .map(s -> fact("line " + line.position() + ": ", s, withheld))))
                .toList();
    }

    private static Fact fact(String line, ResolvedSetting s, Withheld withheld) {
        String value = s.setting().isSecret()
                ? Withheld.MARK
                : withheld.text("settings", s.value().orElse(""));
        String origin =
                s.winner().map(w -> spoken(w.layer().name()) + " " + w.name()).orElse("usual");
        return new Fact(line + s.setting().label(), value + "\t" + origin.strip());
    }

    private static String spoken(String name) {
        String words = name.toLowerCase(Locale.ROOT).replace('_', ' ');
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    /** To the millisecond, in UTC: a page is read by people; the observations beside it have all of it. */
    private static String time(Instant at) {
        return at.truncatedTo(ChronoUnit.MILLIS).toString();
    }
}
