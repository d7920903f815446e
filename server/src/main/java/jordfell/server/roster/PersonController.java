package jordfell.server.roster;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import jordfell.core.roster.PersonRules;
import jordfell.server.answer.ActDone;
import jordfell.server.answer.Cursor;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.PersonStore;
import jordfell.server.records.PersonStore.Person;
import jordfell.server.search.RosterSearch;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** People, with what they have. */
@RestController
@RequestMapping(path = "/api/people", produces = "application/json")
class PersonController {

    private static final int PAGE = 200;
    private static final int MOST_HITS = 1_000;

    /** Somebody in a list. */
    record PersonRow(
            long id,
            long domainId,
            String name,
            String department,
            String email,
            String mobile,
            String language,
            String zone,
            long kitId,
            String kit,
            boolean left,
            String extensions,
            String devices,
            long version) {}

    record PersonPage(List<PersonRow> rows, String next) {}

    record PersonWish(
            long domainId,
            @Nullable String name,
            @Nullable String email,
            @Nullable String mobile,
            @Nullable String department,
            @Nullable String language,
            @Nullable String zone,
            @Nullable Long kitId,
            long version) {}

    private static final String SELECT = """
            select p.*, coalesce(k.name, '') kit,
                   coalesce((select listagg(e.number, ', ') within group (order by e.sort_number)
                             from extension e where e.person_id = p.id), '') extensions,
                   coalesce((select listagg(distinct d.label, ', ') from extension e join line l on l.extension_id = e.id
                             join device d on d.id = l.device_id where e.person_id = p.id), '') devices
            from unnest(cast(? as bigint array)) as u(i) join person p on p.id = u.i
            left join kit k on k.id = p.kit_id
            """;

    private static final RowMapper<PersonRow> ROW = row -> new PersonRow(
            row.number("id"),
            row.number("domain_id"),
            row.text("name"),
            row.text("department"),
            row.text("email"),
            row.text("mobile"),
            row.text("language"),
            row.text("zone"),
            row.numberIfAny("kit_id").orElse(0L),
            row.text("kit"),
            row.timeIfAny("left_at").isPresent(),
            row.text("extensions"),
            row.text("devices"),
            row.number("version"));

    private final Jdbc jdbc;
    private final PersonStore store;
    private final KitStore kits;
    private final DomainStore domains;
    private final RosterSearch search;
    private final Leavers leavers;
    private final Acts acts;

    PersonController(
            Jdbc jdbc,
            PersonStore store,
            KitStore kits,
            DomainStore domains,
            RosterSearch search,
            Leavers leavers,
            Acts acts) {
        this.jdbc = jdbc;
        this.store = store;
        this.kits = kits;
        this.domains = domains;
        this.search = search;
        this.leavers = leavers;
        this.acts = acts;
    }

    @GetMapping
    PersonPage people(
            @RequestParam long domainId,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String after) {
        Optional<List<String>> last = Cursor.read(after, 2);
        String name = last.map(parts -> parts.get(0)).orElse("");
        long id = last.map(parts -> Cursor.number(parts.get(1))).orElse(0L);
        Optional<List<Long>> hits = search.people(q.strip(), MOST_HITS);
        List<Long> ids = hits.map(found -> jdbc.list(
                        "select p.id from unnest(cast(? as bigint array)) as u(i) join person p on p.id = u.i "
                                + "where p.domain_id = ? and (p.name > ? or p.name = ? and p.id > ?) "
                                + "order by p.name, p.id limit ?",
                        row -> row.number("id"),
                        found.toArray(),
                        domainId,
                        name,
                        name,
                        id,
                        PAGE + 1))
                .orElseGet(() -> jdbc.list(
                        "select id from person use index (person_by_name) where domain_id = ? and (? = '' or lower_name like ?) "
                                + "and name >= ? and (name > ? or id > ?) order by domain_id, name, id limit ?",
                        row -> row.number("id"),
                        domainId,
                        q.strip(),
                        q.strip().toLowerCase(java.util.Locale.ROOT) + "%",
                        name,
                        name,
                        id,
                        PAGE + 1));
        boolean more = ids.size() > PAGE;
        List<PersonRow> rows = rows(more ? ids.subList(0, PAGE) : ids);
        PersonRow end = rows.isEmpty() ? null : rows.get(rows.size() - 1);
        return new PersonPage(rows, more && end != null ? Cursor.behind(end.name(), end.id()) : "");
    }

    @GetMapping("/{id}")
    PersonRow person(@PathVariable long id) {
        return rows(List.of(id)).stream().findFirst().orElseThrow(() -> RefusedException.notFound("person"));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody PersonWish wish) {
        Person person = person(0, Optional.empty(), wish);
        return new Made(acts.act(id -> "added " + person.name(), recording -> {
                    long id = store.add(person);
                    recording.made(Kept.PERSON, id);
                    return id;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody PersonWish wish) {
        Person before = store.find(id).orElseThrow(() -> RefusedException.notFound("person"));
        Person after = person(id, Optional.of(before), wish);
        acts.act(x -> "changed " + after.name(), recording -> {
            recording.changing(Kept.PERSON, id);
            if (!store.change(after)) {
                throw RefusedException.changedMeanwhile("person");
            }
            return id;
        });
    }

    /** What somebody holds, and what becomes of it when they leave. */
    @GetMapping("/{id}/leaving")
    Leavers.Leaving leaving(@PathVariable long id) {
        return leavers.look(id);
    }

    /** Somebody leaves: their devices are freed, their extensions kept for whoever comes next, their passwords changed. */
    @PostMapping("/{id}/leave")
    ActDone leave(@PathVariable long id) {
        return new ActDone(leavers.leave(id));
    }

    private List<PersonRow> rows(Collection<Long> ids) {
        Map<Long, PersonRow> byId = new HashMap<>();
        jdbc.list(SELECT, ROW, (Object) ids.toArray()).forEach(row -> byId.put(row.id(), row));
        return ids.stream()
                .flatMap(id -> Optional.ofNullable(byId.get(id)).stream())
                .toList();
    }

    private static String stripped(@Nullable String text) {
        return text == null ? "" : text.strip();
    }

    private Person person(long id, Optional<Person> before, PersonWish wish) {
        PersonRules.Written written = new PersonRules.Written(
                stripped(wish.name()),
                stripped(wish.email()),
                stripped(wish.mobile()),
                stripped(wish.department()),
                stripped(wish.language()),
                stripped(wish.zone()));
        List<FieldProblem> problems = PersonRules.refuse(written).stream()
                .map(r -> new FieldProblem("/" + r.field().name().toLowerCase(Locale.ROOT), r.reason(), r.hint()))
                .toList();
        if (!problems.isEmpty()) {
            throw RefusedException.fields(problems);
        }
        long domainId = before.map(Person::domainId).orElse(wish.domainId());
        if (domains.find(domainId).isEmpty()) {
            throw RefusedException.field("/domainId", "There is no such domain.", "Choose one.");
        }
        Optional<Long> kitId = Optional.ofNullable(wish.kitId()).filter(k -> k > 0);
        if (kitId.isPresent()
                && kits.find(kitId.get()).filter(k -> k.domainId() == domainId).isEmpty()) {
            throw RefusedException.field(
                    "/kitId", "There is no such kit in this domain.", "Choose one of it, or none.");
        }
        return new Person(
                id,
                domainId,
                written.name(),
                written.email(),
                written.mobile(),
                written.department(),
                written.language(),
                written.zone(),
                kitId,
                before.flatMap(Person::leftAt),
                wish.version());
    }
}
