package jordfell.server.history;

import java.time.Instant;
import java.util.List;
import jordfell.core.diagnosis.Cause;
import jordfell.core.history.FindingLife;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Every finding that there ever was of a device, from its opening to its end. */
@Component
public class FindingStore {

    private static final int MOST_SHOWN = 60;

    /** Before the slug of the cause that took a finding's place. */
    static final String EXPLAINED = "explained by ";

    /**
     * What a device suffered from before.
     *
     * @param closing after what it ended: an act, another finding, or nothing that was done here
     */
    public record Past(String cause, int line, String sentence, Instant opened, Instant closed, String closing) {}

    private final Jdbc jdbc;

    FindingStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** Notes a beginning, once however often it is told. */
    void open(long device, FindingLife life) {
        var finding = life.finding();
        int known = jdbc.update(
                "update finding set sentence = ?, certainty = ? where device_id = ? and cause = ? and variant = ? and line = ?"
                        + " and closed_at is null",
                cut(finding.sentence(), 1_000),
                finding.certainty().name(),
                device,
                finding.cause().slug(),
                cut(finding.variant(), 200),
                finding.line());
        if (known == 0) {
            jdbc.update(
                    "insert into finding (device_id, cause, variant, line, certainty, sentence, opened_at)"
                            + " values (?, ?, ?, ?, ?, ?, ?)",
                    device,
                    finding.cause().slug(),
                    cut(finding.variant(), 200),
                    finding.line(),
                    finding.certainty().name(),
                    cut(finding.sentence(), 1_000),
                    life.opened());
        }
    }

    /** Notes an end, in the finding's last words. */
    void close(long device, FindingLife life, Instant at, String why) {
        var finding = life.finding();
        jdbc.update(
                "update finding set closed_at = ?, closing = ?, sentence = ? where device_id = ? and cause = ? and variant = ?"
                        + " and line = ? and closed_at is null",
                at,
                why,
                cut(finding.sentence(), 1_000),
                device,
                finding.cause().slug(),
                cut(finding.variant(), 200),
                finding.line());
    }

    /** Ends those that are open here and that the device's history does not know. */
    void closeAllBut(long device, List<FindingLife> open, Instant at) {
        record Row(long id, String cause, String variant, int line) {}
        List<Row> rows = jdbc.list(
                "select id, cause, variant, line from finding where device_id = ? and closed_at is null",
                row -> new Row(row.number("id"), row.text("cause"), row.text("variant"), row.integer("line")),
                device);
        for (Row row : rows) {
            boolean lives = open.stream()
                    .map(FindingLife::finding)
                    .anyMatch(f -> f.cause().slug().equals(row.cause())
                            && cut(f.variant(), 200).equals(row.variant())
                            && f.line() == row.line());
            if (!lives) {
                jdbc.update(
                        "update finding set closed_at = ?, closing = 'it is not known after what' where id = ?",
                        at,
                        row.id());
            }
        }
    }

    /** What is over, the last first. That a new device was not released yet is nothing that it suffered from. */
    public List<Past> past(long device) {
        return jdbc.list(
                "select cause, line, sentence, opened_at, closed_at, closing from finding where device_id = ?"
                        + " and closed_at is not null and closing <> 'withdrawn'"
                        + " and cause <> 'not-released' order by closed_at desc, id desc limit ?",
                row -> new Past(
                        row.text("cause"),
                        row.integer("line"),
                        row.text("sentence"),
                        row.time("opened_at"),
                        row.time("closed_at"),
                        spoken(row.text("closing"))),
                device,
                MOST_SHOWN);
    }

    /** Another finding is told by its title. */
    private static String spoken(String closing) {
        return closing.startsWith(EXPLAINED)
                ? "another finding tells more: "
                        + Cause.bySlug(closing.substring(EXPLAINED.length())).title()
                : closing;
    }

    private static String cut(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most - 1) + "…";
    }
}
