package jordfell.server.records;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.LongPredicate;
import jordfell.core.waves.ItemState;
import jordfell.server.jdbc.Jdbc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Which item of a release a device is to have: dealt to waves, sent, given back, left for another or never sent. */
@Component
public class ReleaseMoves {

    private final Jdbc jdbc;

    ReleaseMoves(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** Deals items of a release to one of its waves. */
    public void deal(long releaseId, int wave, List<Long> deviceIds) {
        jdbc.batch(
                "update release_item set wave = ? where release_id = ? and device_id = ?",
                deviceIds.stream()
                        .map(id -> new @Nullable Object[] {wave, releaseId, id})
                        .toList());
    }

    /** Devices of this release that wait in a wave of another, or were held back when it stopped: label, wave and release of the first of them, and how many. */
    public Elsewhere waitingElsewhere(long releaseId) {
        String others = """
                from release_item mine join release_item i on i.device_id = mine.device_id
                join device d on d.id = i.device_id
                where mine.release_id = ? and i.release_id <> mine.release_id and i.state in ('WAITING', 'HELD_BACK')""";
        return new Elsewhere(
                jdbc.one("select count(*) n " + others, row -> row.integer("n"), releaseId)
                        .orElse(0),
                jdbc.list(
                        "select d.label || ' in wave ' || i.wave || ' of release ' || i.release_id place " + others
                                + " order by d.label limit 3",
                        row -> row.text("place"),
                        releaseId));
    }

    /** Devices that wait in a wave of this release. */
    public List<Long> waiting(long releaseId) {
        return jdbc.list(
                "select device_id from release_item where release_id = ? and state = 'WAITING'",
                row -> row.number("device_id"),
                releaseId);
    }

    /** How many devices wait in a wave of another release, and where the first of them do. */
    public record Elsewhere(int devices, List<String> first) {}

    /** Has the devices of this release leave the waves of others in which they wait. */
    public void supersede(long releaseId) {
        move("""
                where i.release_id <> ? and i.state in ('WAITING', 'HELD_BACK')
                and i.device_id in (select device_id from release_item where release_id = ?)""", ItemState.Act.LEAVE, releaseId, releaseId);
    }

    /** Keeps what waits in a wave from ever being sent. */
    public void end(long releaseId, int wave) {
        move("where i.release_id = ? and i.wave = ?", ItemState.Act.END, releaseId, wave);
    }

    /** Gives devices the items of a wave, remembers how they were, and tells which they are. */
    public List<Long> send(long releaseId, int wave, ItemState.Act act, Instant at) {
        List<Moved> sent = move("where i.release_id = ? and i.wave = ?", act, releaseId, wave).stream()
                .filter(m -> m.to() == ItemState.SENT)
                .toList();
        jdbc.batch("""
                update release_item i set
                  before_item = (select r.item_id from device_release r where r.device_id = i.device_id),
                  before_condition = coalesce((select s.condition from device_state s where s.device_id = i.device_id), '')
                where id = ?""", rows(sent, m -> new @Nullable Object[] {m.item()}));
        jdbc.batch(
                "merge into device_release (device_id, item_id, since) key (device_id) values (?, ?, ?)",
                rows(sent, m -> new @Nullable Object[] {m.device(), m.item(), at}));
        return sent.stream().map(Moved::device).toList();
    }

    /**
     * Gives devices back what they had before the items of a wave, unless they have something newer by now: that is left
     * as it is.
     */
    public void giveBack(long releaseId, int wave, List<Long> deviceIds, ItemState.Act act, Instant at) {
        Set<Long> wanted = Set.copyOf(deviceIds);
        List<Moved> moved = move("where i.release_id = ? and i.wave = ?", act, wanted::contains, releaseId, wave);
        List<Moved> back =
                moved.stream().filter(m -> m.to() != ItemState.SUPERSEDED).toList();
        jdbc.batch(
                "update device_release set item_id = ?, since = ? where device_id = ?",
                rows(back.stream().filter(m -> m.before().isPresent()).toList(), m ->
                        new @Nullable Object[] {m.before().get(), at, m.device()}));
        jdbc.batch(
                "delete from device_release where device_id = ?",
                rows(back.stream().filter(m -> m.before().isEmpty()).toList(), m ->
                        new @Nullable Object[] {m.device()}));
        // Whoever takes the newer one back later must not bring back what was taken back here.
        jdbc.batch("update release_item set before_item = ? where before_item = ?", rows(moved, m ->
                new @Nullable Object[] {m.before().orElse(null), m.item()}));
    }

    /** An item that changed its state. */
    private record Moved(long item, long device, Optional<Long> before, ItemState to) {}

    private List<Moved> move(String which, ItemState.Act act, Object... values) {
        return move(which, act, device -> true, values);
    }

    /** Moves items by the table of {@link ItemState#after}. */
    private List<Moved> move(String which, ItemState.Act act, LongPredicate wanted, Object... values) {
        List<Moved> moved = jdbc
                .list(
                        """
                        select i.id, i.device_id, i.before_item, i.state,
                          not exists (select 1 from release_item n
                                      where n.device_id = i.device_id and n.id > i.id and n.state = 'SENT') newest
                        from release_item i\s""" + which + " order by i.id",
                        row -> {
                            ItemState from = ItemState.valueOf(row.text("state"));
                            ItemState to = from.after(act, row.yes("newest"));
                            return from == to
                                    ? Optional.<Moved>empty()
                                    : Optional.of(new Moved(
                                            row.number("id"),
                                            row.number("device_id"),
                                            row.numberIfAny("before_item"),
                                            to));
                        },
                        values)
                .stream()
                .flatMap(Optional::stream)
                .filter(m -> wanted.test(m.device()))
                .toList();
        jdbc.batch("update release_item set state = ? where id = ?", rows(moved, m ->
                new @Nullable Object[] {m.to().name(), m.item()}));
        return moved;
    }

    private static List<@Nullable Object[]> rows(List<Moved> all, Function<Moved, @Nullable Object[]> row) {
        return all.stream().map(row).toList();
    }
}
