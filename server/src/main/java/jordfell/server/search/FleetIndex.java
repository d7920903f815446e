package jordfell.server.search;

import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Stream;
import jordfell.core.path.Condition;
import jordfell.core.search.FragmentIndex;
import jordfell.server.answer.Cursor;
import jordfell.server.history.Moved;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * The order of the fleet and what can be found in it, in memory, so that a list of a hundred thousand devices begins as
 * fast as one of a thousand. Built from the records at the first look; what moves and what changes keeps it up to date.
 */
@Component
public class FleetIndex {

    /** More hits than this are not counted one by one. */
    static final int MOST_COUNTED = 2_000;

    /** What of a device decides where it stands and whether it is found. */
    private record Entry(long id, long siteId, Condition condition, int progress, String label, String text) {}

    /** What is looked for; 0 and empty for anything. */
    public record Filter(long siteId, Optional<Condition> condition, String fragment, long batchId) {}

    /**
     * Part of a list.
     *
     * @param ids in order
     * @param counts devices by condition, whatever condition is looked for
     * @param capped whether there are more than were counted
     * @param next where the next part begins; empty at the end of the list
     */
    public record Page(List<Long> ids, Map<Condition, Integer> counts, boolean capped, String next) {
        public int total() {
            return counts.values().stream().mapToInt(Integer::intValue).sum();
        }
    }

    private static final Comparator<Entry> ORDER =
            Comparator.comparingInt(Entry::progress).thenComparing(Entry::label).thenComparingLong(Entry::id);

    private static final String SELECT = """
            select d.id, d.site_id, t.condition, t.progress, d.label,
                   coalesce(d.mac, d.claim_code, '') || chr(10) || d.label || chr(10) || t.lines || chr(10) || d.serial
                     || chr(10) || coalesce((select listagg(distinct p.name, chr(10)) from line l
                          join extension e on e.id = l.extension_id join person p on p.id = e.person_id
                          where l.device_id = d.id), '')
                     || chr(10) || m.maker || ' ' || m.name || chr(10) || s.name || chr(10) || t.firmware || chr(10) || t.word || chr(10) || t.places || chr(10) || t.says text
            from %s device d %s join device_state t on t.device_id = d.id
            join model m on m.id = d.model_id join site s on s.id = d.site_id""";

    private static final RowMapper<Entry> ENTRY = row -> new Entry(
            row.number("id"),
            row.number("site_id"),
            Condition.valueOf(row.text("condition")),
            row.integer("progress"),
            row.text("label"),
            row.text("text"));

    private final Jdbc jdbc;
    private final Map<Long, Entry> entries = new HashMap<>();
    private final TreeSet<Entry> order = new TreeSet<>(ORDER);
    private final FragmentIndex texts = new FragmentIndex();
    private final Map<Long, Map<Condition, Integer>> countsBySite = new HashMap<>();
    private boolean built;

    FleetIndex(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    @EventListener
    void follow(Moved moved) {
        touch(List.of(moved.deviceId()));
    }

    /** These devices were made, changed or removed. */
    public synchronized void touch(Collection<Long> ids) {
        if (!built || ids.isEmpty()) {
            return;
        }
        Map<Long, Entry> found = new HashMap<>();
        jdbc.listOf(SELECT.formatted("unnest(cast(? as bigint array)) as u(i) join", "on d.id = u.i"), ENTRY, ids)
                .forEach(e -> found.put(e.id(), e));
        ids.forEach(id -> {
            remove(id);
            Optional.ofNullable(found.get(id)).ifPresent(this::add);
        });
    }

    /**
     * A part of the list.
     *
     * @param after where the part before ended; empty for the beginning
     */
    public synchronized Page page(Filter filter, String after, int most) {
        build();
        Optional<Entry> last = Cursor.read(after, 3).map(FleetIndex::place);
        return filter.fragment().isEmpty() && filter.batchId() == 0
                ? inOrder(filter, last, most)
                : amongHits(filter, last, most);
    }

    private static Entry place(List<String> parts) {
        return new Entry(
                Cursor.number(parts.get(2)), 0, Condition.PARKED, (int) Cursor.number(parts.get(0)), parts.get(1), "");
    }

    /** How many devices of a batch there are in each condition. */
    public Map<Condition, Integer> ofBatch(long batchId) {
        return page(new Filter(0, Optional.empty(), "", batchId), "", 1).counts();
    }

    /** All devices that fit, in order, at most so many. */
    public synchronized List<Long> all(Filter filter, int most) {
        return page(filter, "", most).ids();
    }

    /** Devices in whose label the fragment is, at most so many; none for a fragment that is too short to say. */
    public synchronized List<Long> labelled(String fragment, int most) {
        build();
        String folded = fragment.toLowerCase(Locale.ROOT);
        return texts.candidates(fragment).stream()
                .flatMapToInt(found -> found.stream())
                .mapToObj(id -> java.util.Objects.requireNonNull(entries.get((long) id)))
                .filter(e -> e.label().toLowerCase(Locale.ROOT).contains(folded))
                .limit(most)
                .map(Entry::id)
                .toList();
    }

    private Page inOrder(Filter filter, Optional<Entry> last, int most) {
        List<Entry> found = last.map(l -> order.tailSet(l, false)).orElse(order).stream()
                .filter(fits(filter))
                .limit(most + 1L)
                .toList();
        return page(found, most, counts(filter.siteId()), false);
    }

    private Page amongHits(Filter filter, Optional<Entry> last, int most) {
        List<Entry> hits = hits(filter)
                .filter(e -> filter.siteId() == 0 || e.siteId() == filter.siteId())
                .limit(MOST_COUNTED + 1L)
                .toList();
        boolean capped = hits.size() > MOST_COUNTED;
        Map<Condition, Integer> counts = new EnumMap<>(Condition.class);
        hits.stream().limit(MOST_COUNTED).forEach(e -> counts.merge(e.condition(), 1, Integer::sum));
        List<Entry> found = hits.stream()
                .filter(fits(filter))
                .filter(e -> last.filter(l -> ORDER.compare(e, l) <= 0).isEmpty())
                .sorted(ORDER)
                .limit(most + 1L)
                .toList();
        return page(found, most, counts, capped);
    }

    private Stream<Entry> hits(Filter filter) {
        Stream<Entry> all = filter.batchId() == 0
                ? Stream.empty()
                : jdbc
                        .list("select id from device where batch_id = ?", row -> row.number("id"), filter.batchId())
                        .stream()
                        .flatMap(id -> Optional.ofNullable(entries.get(id)).stream());
        if (filter.batchId() != 0) {
            return filter.fragment().isEmpty() ? all : all.filter(e -> texts.holds((int) e.id(), filter.fragment()));
        }
        return texts.candidates(filter.fragment())
                .map(found -> found.stream()
                        .filter(id -> texts.holds(id, filter.fragment()))
                        .mapToObj(id -> java.util.Objects.requireNonNull(entries.get((long) id))))
                .orElseGet(() -> order.stream().filter(e -> texts.holds((int) e.id(), filter.fragment())));
    }

    private static Page page(List<Entry> found, int most, Map<Condition, Integer> counts, boolean capped) {
        boolean more = found.size() > most;
        List<Entry> shown = more ? found.subList(0, most) : found;
        String next = "";
        if (more) {
            Entry end = shown.get(most - 1);
            next = Cursor.behind(end.progress(), end.label(), end.id());
        }
        return new Page(shown.stream().map(Entry::id).toList(), counts, capped, next);
    }

    private static Predicate<Entry> fits(Filter filter) {
        return e -> (filter.siteId() == 0 || e.siteId() == filter.siteId())
                && filter.condition().map(c -> c == e.condition()).orElse(true);
    }

    private Map<Condition, Integer> counts(long siteId) {
        if (siteId != 0) {
            return Map.copyOf(countsBySite.getOrDefault(siteId, Map.of()));
        }
        Map<Condition, Integer> all = new EnumMap<>(Condition.class);
        countsBySite.values().forEach(site -> site.forEach((c, n) -> all.merge(c, n, Integer::sum)));
        return all;
    }

    private void build() {
        if (!built) {
            jdbc.list(SELECT.formatted("", ""), ENTRY).forEach(this::add);
            built = true;
        }
    }

    private void add(Entry entry) {
        entries.put(entry.id(), entry);
        order.add(entry);
        texts.put((int) entry.id(), entry.text());
        countsBySite
                .computeIfAbsent(entry.siteId(), s -> new EnumMap<>(Condition.class))
                .merge(entry.condition(), 1, Integer::sum);
    }

    private void remove(long id) {
        Entry before = entries.remove(id);
        if (before != null) {
            order.remove(before);
            texts.remove((int) id);
            countsBySite
                    .getOrDefault(before.siteId(), new EnumMap<>(Condition.class))
                    .computeIfPresent(before.condition(), (c, n) -> n == 1 ? null : n - 1);
        }
    }
}
