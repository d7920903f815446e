package jordfell.server.traffic;

import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import jordfell.core.traffic.Slice;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.springframework.stereotype.Component;

/** Slices of traffic as they are kept. */
@Component
class TrafficStore {

    /** By what traffic is told apart. */
    enum By {
        NODE("node"),
        SITE("site");

        private final String column;

        By(String column) {
            this.column = column;
        }

        static Optional<By> find(String name) {
            return Arrays.stream(values()).filter(by -> by.column.equals(name)).findFirst();
        }
    }

    /** What went on at one node, or from one site, in one slice. */
    record Sum(
            String domain,
            String name,
            Instant from,
            int registered,
            int refused,
            int lapsed,
            int answers,
            long answerMillis,
            long slowestMillis) {}

    private final Jdbc jdbc;

    TrafficStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** Adds to what is kept of these slices. */
    void add(List<Slice> slices) {
        jdbc.batch(
                """
                merge into traffic_slice t using (select cast(? as timestamp(3) with time zone) from_at, cast(? as varchar) domain,
                    cast(? as varchar) node, cast(? as varchar) site, cast(? as int) registered, cast(? as int) refused,
                    cast(? as int) lapsed, cast(? as int) answers, cast(? as bigint) answer_millis, cast(? as bigint) slowest_millis) n
                on t.from_at = n.from_at and t.domain = n.domain and t.node = n.node and t.site = n.site
                when matched then update set registered = t.registered + n.registered, refused = t.refused + n.refused,
                    lapsed = t.lapsed + n.lapsed, answers = t.answers + n.answers,
                    answer_millis = t.answer_millis + n.answer_millis,
                    slowest_millis = greatest(t.slowest_millis, n.slowest_millis)
                when not matched then insert (from_at, domain, node, site, registered, refused, lapsed, answers, answer_millis,
                    slowest_millis) values (n.from_at, n.domain, n.node, n.site, n.registered, n.refused, n.lapsed, n.answers,
                    n.answer_millis, n.slowest_millis)""",
                slices.stream()
                        .map(s -> new Object[] {
                            s.from(),
                            s.domain(),
                            s.node(),
                            s.site(),
                            s.registered(),
                            s.refused(),
                            s.lapsed(),
                            s.answers(),
                            s.answerMillis(),
                            s.slowestMillis()
                        })
                        .toList());
    }

    /** Those that began at a moment or later. */
    List<Slice> since(Instant from) {
        return jdbc.list("select * from traffic_slice where from_at >= ?", TrafficStore::slice, from);
    }

    void forget(Instant before) {
        jdbc.update("delete from traffic_slice where from_at < ?", before);
    }

    /** The nodes or sites with most traffic since a moment, so many at most; those of which most is refused first. */
    List<Sum> sums(By by, Instant from, int most) {
        return jdbc.list("""
                with busiest as (
                    select domain, %1$s name,
                           row_number() over (order by sum(refused + lapsed) desc, sum(registered) desc, %1$s) place
                    from traffic_slice s where from_at >= ? and %1$s <> '' group by domain, %1$s)
                select s.domain, %1$s name, s.from_at, sum(registered) registered, sum(refused) refused, sum(lapsed) lapsed,
                       sum(answers) answers, sum(answer_millis) answer_millis, max(slowest_millis) slowest_millis
                from traffic_slice s join busiest b on b.domain = s.domain and b.name = %1$s and b.place <= ?
                where s.from_at >= ? group by s.domain, %1$s, s.from_at, b.place order by b.place, s.from_at""".formatted("s." + by.column), TrafficStore::sum, from, most, from);
    }

    /** Of one site, by its nodes. */
    List<Sum> ofSite(String domain, String site, Instant from) {
        return jdbc.list("""
                select domain, node name, from_at, registered, refused, lapsed, answers, answer_millis, slowest_millis
                from traffic_slice where from_at >= ? and domain = ? and site = ? order by from_at""", TrafficStore::sum, from, domain, site);
    }

    private static Sum sum(Row row) throws SQLException {
        return new Sum(
                row.text("domain"),
                row.text("name"),
                row.time("from_at"),
                row.integer("registered"),
                row.integer("refused"),
                row.integer("lapsed"),
                row.integer("answers"),
                row.number("answer_millis"),
                row.number("slowest_millis"));
    }

    private static Slice slice(Row row) throws SQLException {
        return new Slice(
                row.time("from_at"),
                row.text("domain"),
                row.text("node"),
                row.text("site"),
                row.integer("registered"),
                row.integer("refused"),
                row.integer("lapsed"),
                row.integer("answers"),
                row.number("answer_millis"),
                row.number("slowest_millis"));
    }
}
