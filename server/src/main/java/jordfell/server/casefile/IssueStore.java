package jordfell.server.casefile;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** What people noted down while they had a trouble happen. */
@Component
class IssueStore {

    /** Something that was done, or seen. */
    record Mark(Instant at, String words) {}

    /** @param ended empty while it goes on */
    record Issue(long id, long device, String who, Instant started, Optional<Instant> ended, List<Mark> marks) {}

    private final Jdbc jdbc;

    IssueStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** The newest of a device. */
    Optional<Issue> newest(long device) {
        return jdbc.one(
                        "select * from issue_record where device_id = ? order by id desc limit 1",
                        row -> new Issue(
                                row.number("id"),
                                row.number("device_id"),
                                row.text("who"),
                                row.time("started"),
                                row.timeIfAny("ended"),
                                List.of()),
                        device)
                .map(i -> new Issue(i.id(), i.device(), i.who(), i.started(), i.ended(), marks(i.id())));
    }

    long start(long device, String who, Instant now) {
        return jdbc.insert("insert into issue_record (device_id, who, started) values (?, ?, ?)", device, who, now);
    }

    void mark(long issue, int place, Instant now, String words) {
        jdbc.update(
                "insert into issue_mark (issue_id, place, at, words) values (?, ?, ?, ?)", issue, place, now, words);
    }

    void end(long issue, Instant now) {
        jdbc.update("update issue_record set ended = ? where id = ? and ended is null", now, issue);
    }

    private List<Mark> marks(long issue) {
        return jdbc.list(
                "select at, words from issue_mark where issue_id = ? order by place",
                row -> new Mark(row.time("at"), row.text("words")),
                issue);
    }
}
