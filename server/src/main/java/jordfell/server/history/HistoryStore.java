package jordfell.server.history;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.history.Closing;
import jordfell.core.history.Point;
import jordfell.core.history.Transition;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** How devices stood when their histories were last written, and every finding there ever was. */
@Component
public class HistoryStore {

    /**
     * Evidence that is kept no more.
     *
     * @param until when the newest of it was seen
     * @param episodes how many
     */
    public record LetGo(Instant until, int episodes) {}

    private static final int LONGEST_SENTENCE = 1_000;

    private final Jdbc jdbc;
    private final FindingStore findings;

    HistoryStore(Jdbc jdbc, FindingStore findings) {
        this.jdbc = jdbc;
        this.findings = findings;
    }

    Optional<Point> settled(long device) {
        return jdbc.one(
                "select data from history where device_id = ?", row -> EvidenceJson.point(row.bytes("data")), device);
    }

    /** What the evidence came to that was let go; empty if all of it is there. */
    Optional<Point> letGo(long device) {
        return jdbc
                .list(
                        "select let_go_data from history where device_id = ?",
                        row -> row.bytesIfAny("let_go_data").map(EvidenceJson::point),
                        device)
                .stream()
                .flatMap(Optional::stream)
                .findFirst();
    }

    /** What of a device's evidence was let go; empty if all of it is there. */
    public Optional<LetGo> whatWasLetGo(long device) {
        return jdbc.one(
                "select let_go_until, let_go from history where device_id = ? and let_go_until is not null",
                row -> new LetGo(row.time("let_go_until"), row.integer("let_go")),
                device);
    }

    /** So many more episodes of a device were let go; what they came to goes into this point. */
    void letGo(long device, int episodes, Point cameTo) {
        jdbc.update(
                "update history set let_go = let_go + ?, let_go_until = ?, let_go_data = ? where device_id = ?",
                episodes,
                cameTo.at(),
                EvidenceJson.write(cameTo),
                device);
    }

    /** Keeps what moved and from where the history goes on, together or not at all. */
    void keep(long device, Point settled, List<Transition> moved) {
        jdbc.inTransaction(() -> {
            jdbc.update("""
                    merge into history h using (values (cast(? as bigint), cast(? as timestamp(9) with time zone),
                                                        cast(? as varbinary(1000000)))) as n (id, at, data)
                    on h.device_id = n.id
                    when matched then update set settled_at = n.at, data = n.data
                    when not matched then insert (device_id, settled_at, data) values (n.id, n.at, n.data)""", device, settled.at(), EvidenceJson.write(settled));
            for (Transition t : moved) {
                if (t instanceof Transition.FindingOpened opened) {
                    findings.open(device, opened.life());
                } else if (t instanceof Transition.FindingClosed closed) {
                    findings.close(device, closed.life(), closed.at(), words(closed.why()));
                }
            }
        });
    }

    private static String words(Closing why) {
        String words = why instanceof Closing.AfterAct after
                ? "after " + after.act().who() + " " + after.act().what()
                : why instanceof Closing.Explained by
                        ? FindingStore.EXPLAINED + by.byCause()
                        : why instanceof Closing.Withdrawn ? "withdrawn" : "by itself";
        return words.substring(0, Math.min(LONGEST_SENTENCE, words.length()));
    }
}
