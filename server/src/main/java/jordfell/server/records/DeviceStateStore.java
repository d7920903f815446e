package jordfell.server.records;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.diagnosis.Cause;
import jordfell.core.path.Condition;
import jordfell.server.jdbc.Jdbc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What was last computed for each device, kept for lists and filters. */
@Component
public class DeviceStateStore {

    /**
     * A device's state in a row.
     *
     * @param progress orders the fleet: held ones first, then by how far along
     * @param places from where it was heard
     * @param carriedAt when it carried, if it does; what was kept before stays otherwise
     * @param says what it says it is, and whose block its MAC lies in
     */
    public record DeviceState(
            long deviceId,
            String condition,
            String rail,
            String heldAt,
            String cause,
            String variant,
            String word,
            String sentence,
            Optional<Instant> since,
            int tries,
            boolean pending,
            boolean releasable,
            String firmware,
            String lines,
            int progress,
            String released,
            String places,
            String says,
            Optional<Instant> carriedAt) {}

    private final Jdbc jdbc;
    private final InstantSource clock;

    DeviceStateStore(Jdbc jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    public void put(DeviceState s) {
        jdbc.update(
                """
                merge into device_state (device_id, condition, rail, held_at, cause, variant, word, sentence, since,
                                         tries, pending, releasable, firmware, lines, progress, released, places, says, pending_since, carried_at)
                key (device_id) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?,
                  case when ? then coalesce((select pending_since from device_state where device_id = ?), ?) end,
                  coalesce(cast(? as timestamp(3) with time zone), (select carried_at from device_state where device_id = ?)))""",
                s.deviceId(),
                s.condition(),
                s.rail(),
                s.heldAt(),
                s.cause(),
                cut(s.variant(), 200),
                cut(s.word(), 200),
                cut(s.sentence(), 1000),
                s.since().orElse(null),
                s.tries(),
                s.pending(),
                s.releasable(),
                cut(s.firmware(), 40),
                cut(s.lines(), 200),
                s.progress(),
                s.released(),
                cut(s.places(), 300),
                cut(s.says(), 200),
                s.pending(),
                s.deviceId(),
                clock.instant(),
                s.carriedAt().orElse(null),
                s.deviceId());
    }

    /** Devices that were just enrolled, until their paths are computed: they stand in lists at once. */
    public void putFresh(List<Long> deviceIds, List<String> lines, List<Boolean> claimed) {
        List<@Nullable Object[]> rows = new ArrayList<>();
        for (int i = 0; i < deviceIds.size(); i++) {
            String rail = claimed.get(i) ? "pwnnnnnnn" : "wwnnnnnnn";
            rows.add(new @Nullable Object[] {deviceIds.get(i), rail, cut(lines.get(i), 200)});
        }
        jdbc.batch("""
                insert into device_state (device_id, condition, rail, held_at, cause, variant, word, sentence, tries, pending,
                                          releasable, firmware, lines, progress)
                values (?, 'PARKED', ?, '', '', '', 'just enrolled', '', 0, true, false, '', ?, 21)""", rows);
    }

    private static String cut(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most - 1) + "…";
    }

    /** What lists and comparisons show of how a device stands. */
    public record Shown(String condition, String word, String sentence, String rail, String firmware) {}

    /** How a device stood when it was last looked at, and what was told of it first. */
    public record FirstCause(long device, Condition condition, Optional<Cause> cause) {}

    /** The devices that were at this address last; at most a thousand. */
    public List<Long> at(String host) {
        record Place(long device, String places) {}
        return jdbc
                .list(
                        "select device_id, places from device_state where places like ? limit 1000",
                        row -> new Place(row.number("device_id"), row.text("places")),
                        "%" + host.replaceAll("[^0-9a-fA-F.:]", "") + "%")
                .stream()
                .filter(place ->
                        List.of(place.places().split("[^0-9a-fA-F.:]+")).contains(host))
                .map(Place::device)
                .toList();
    }

    /** The devices that a cause holds, those that it held first; so many at most. */
    public List<Long> heldBy(String cause, String variant, int most) {
        return jdbc.list(
                "select device_id from device_state where cause = ? and variant = ? order by since, device_id limit ?",
                row -> row.number("device_id"),
                cause,
                variant,
                most);
    }

    /** A device of the same model that has dial tone: of several one with its template, at its site, with its firmware. */
    public Optional<Long> nearestThatWorks(
            long device, String model, @Nullable Long template, long site, String firmware) {
        return jdbc.one("""
                select d.id from device d join device_state s on s.device_id = d.id
                where d.model_id = ? and d.id <> ? and d.standing = 'IN_USE' and s.condition in ('CARRYING', 'PROVEN')
                  and s.cause = ''
                order by case when d.template_id is not distinct from cast(? as bigint) then 0 else 4 end
                       + case when d.site_id = ? then 0 else 2 end
                       + case when s.firmware = ? then 0 else 1 end, d.id limit 1""", row -> row.number("id"), model, device, template, site, firmware);
    }

    /** Of all devices. */
    public List<FirstCause> firstCauses() {
        return jdbc.list(
                "select device_id, condition, cause from device_state",
                row -> new FirstCause(
                        row.number("device_id"),
                        Condition.valueOf(row.text("condition")),
                        Optional.of(row.text("cause"))
                                .filter(slug -> !slug.isEmpty())
                                .map(Cause::bySlug)));
    }

    /** How a device stands; one that was never looked at is parked. */
    public Shown shown(long deviceId) {
        return jdbc.one(
                        "select condition, word, sentence, rail, firmware from device_state where device_id = ?",
                        row -> new Shown(
                                row.text("condition"),
                                row.text("word"),
                                row.text("sentence"),
                                row.text("rail"),
                                row.text("firmware")),
                        deviceId)
                .orElse(new Shown("PARKED", "", "", "", ""));
    }
}
