package jordfell.server.roster;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.roster.Domain;
import jordfell.core.roster.PasswordRule;
import jordfell.server.answer.Cursor;
import jordfell.server.answer.Made;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.search.RosterSearch;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Extensions and their passwords. */
@RestController
@RequestMapping(path = "/api/extensions", produces = "application/json")
class ExtensionController {

    private static final int PAGE = 200;
    private static final int MOST_HITS = 1_000;

    /** An extension with whose it is and where it rings. */
    record ExtensionRow(
            long id,
            long domainId,
            String number,
            String displayName,
            long personId,
            String person,
            String department,
            String authUser,
            int contactLimit,
            boolean outside,
            String permissionClass,
            String outgoing,
            boolean hasPin,
            long version,
            String devices,
            long deviceCount,
            long firstDeviceId,
            String numbers) {}

    /**
     * Part of a list.
     *
     * @param next where the next part begins; -1 for no more
     */
    record ExtensionPage(List<ExtensionRow> rows, String next) {}

    record NewExtension(
            long domainId,
            String number,
            @Nullable String displayName,
            @Nullable String person) {}

    record ChangedExtension(
            String number,
            @Nullable String displayName,
            @Nullable String person,
            @Nullable String authUser,
            int contactLimit,
            boolean outside,
            @Nullable String permissionClass,
            @Nullable String outgoing,
            long version) {}

    record NewPassword(@Nullable String password) {}

    record NewPin(@Nullable String pin) {}

    /** Why somebody wants to see a secret. */
    record WhyShown(@Nullable String reason) {}

    record Revealed(String secret) {}

    record NextNumber(String number) {}

    /** How good a typed password is; refusal is empty when it can be used. */
    record StrengthView(int score, String words, String refusal) {}

    private static final String SELECT = """
            select e.*, e.pin is not null has_pin, coalesce(p.name, '') person, coalesce(p.department, '') department,
                   coalesce((select listagg(d.label || case when l.position > 1 then ' (line ' || l.position || ')'
                                                            else '' end, ', ') within group (order by d.label)
                             from line l join device d on d.id = l.device_id where l.extension_id = e.id), '') devices,
                   (select count(*) from line l where l.extension_id = e.id) device_count,
                   coalesce((select min(l.device_id) from line l where l.extension_id = e.id), 0) first_device,
                   coalesce((select listagg(n.e164, ', ') from did n where n.extension_id = e.id), '') numbers
            from unnest(cast(? as bigint array)) as u(i) join extension e on e.id = u.i
            left join person p on p.id = e.person_id
            """;

    private static final RowMapper<ExtensionRow> ROW = row -> new ExtensionRow(
            row.number("id"),
            row.number("domain_id"),
            row.text("number"),
            row.text("display_name"),
            row.numberIfAny("person_id").orElse(0L),
            row.text("person"),
            row.text("department"),
            row.text("auth_user"),
            row.integer("contact_limit"),
            row.yes("outside"),
            row.text("permission_class"),
            row.text("outgoing"),
            row.yes("has_pin"),
            row.number("version"),
            row.text("devices"),
            row.number("device_count"),
            row.number("first_device"),
            row.text("numbers"));

    private final Jdbc jdbc;
    private final Extensions extensions;
    private final ExtensionStore store;
    private final NamedPeople people;
    private final DomainStore domains;
    private final RosterSearch search;
    private final Audit audit;

    ExtensionController(
            Jdbc jdbc,
            Extensions extensions,
            ExtensionStore store,
            NamedPeople people,
            DomainStore domains,
            RosterSearch search,
            Audit audit) {
        this.jdbc = jdbc;
        this.extensions = extensions;
        this.store = store;
        this.people = people;
        this.domains = domains;
        this.search = search;
        this.audit = audit;
    }

    @GetMapping
    ExtensionPage extensions(
            @RequestParam long domainId,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "false") boolean places,
            @RequestParam(defaultValue = "") String after) {
        Optional<List<String>> last = Cursor.read(after, 2);
        long sort = last.map(parts -> Cursor.number(parts.get(0))).orElse(-1L);
        String number = last.map(parts -> parts.get(1)).orElse("");
        String kind = places ? " and e.person_id is null" : "";
        Optional<List<Long>> hits = search.extensions(q.strip(), MOST_HITS);
        List<ExtensionRow> rows;
        if (hits.isPresent()) {
            rows = inOrder(jdbc.list(
                    "select e.id from unnest(cast(? as bigint array)) as u(i) join extension e on e.id = u.i "
                            + "where e.domain_id = ?" + kind
                            + " and (e.sort_number > ? or e.sort_number = ? and e.number > ?) order by e.sort_number, e.number limit ?",
                    row -> row.number("id"),
                    hits.get().toArray(),
                    domainId,
                    sort,
                    sort,
                    number,
                    PAGE + 1));
        } else {
            rows = inOrder(jdbc.list(
                    "select e.id from extension e use index (extension_sorted) where e.domain_id = ?" + kind
                            + " and (? = '' or e.number like ?) and e.sort_number >= ? and (e.sort_number > ? or e.number > ?) "
                            + "order by e.domain_id, e.sort_number, e.number limit ?",
                    row -> row.number("id"),
                    domainId,
                    q.strip(),
                    q.strip() + "%",
                    sort,
                    sort,
                    number,
                    PAGE + 1));
        }
        boolean more = rows.size() > PAGE;
        String end = more ? rows.get(PAGE - 1).number() : "";
        return new ExtensionPage(
                more ? rows.subList(0, PAGE) : rows, more ? Cursor.behind(Integer.parseInt(end), end) : "");
    }

    @GetMapping("/{id}")
    ExtensionRow extension(@PathVariable long id) {
        return inOrder(List.of(id)).stream().findFirst().orElseThrow(() -> RefusedException.notFound("extension"));
    }

    @GetMapping("/next")
    NextNumber next(@RequestParam long domainId) {
        return new NextNumber(extensions.nextFree(domainId));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made make(@RequestBody NewExtension wish) {
        Domain domain = domains.get(wish.domainId());
        String name = Optional.ofNullable(wish.displayName())
                .filter(n -> !n.isBlank())
                .or(() -> Optional.ofNullable(wish.person()))
                .orElse("");
        return new Made(extensions.make(
                domain.id(),
                number(wish.number()),
                Checked.text(name, "displayName", "name", 100),
                owner(domain.id(), wish.person(), Optional.empty())));
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody ChangedExtension wish) {
        Extension before = get(id);
        extensions.change(
                before,
                new Extension(
                        id,
                        before.domainId(),
                        number(wish.number()),
                        text(wish.displayName()),
                        before.personId(),
                        text(wish.authUser()),
                        wish.contactLimit(),
                        wish.outside(),
                        text(wish.permissionClass()),
                        text(wish.outgoing()),
                        wish.version()),
                owner(before.domainId(), wish.person(), before.personId()));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        extensions.remove(get(id));
    }

    @PostMapping("/{id}/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPassword(@PathVariable long id, @RequestBody NewPassword wish) {
        extensions.setPassword(get(id), Optional.ofNullable(wish.password()).filter(p -> !p.isEmpty()));
    }

    @PostMapping("/{id}/pin")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPin(@PathVariable long id, @RequestBody NewPin wish) {
        extensions.setPin(get(id), Optional.ofNullable(wish.pin()).filter(p -> !p.isEmpty()));
    }

    /** Says how good a password would be, while it is typed. */
    @PostMapping("/{id}/password/strength")
    StrengthView strength(@PathVariable long id, @RequestBody NewPassword wish) {
        Extension e = get(id);
        String password = wish.password() == null ? "" : wish.password();
        PasswordRule.Strength strength = PasswordRule.strength(
                password.substring(0, Math.min(100, password.length())), List.of(e.number(), e.authUser()));
        String refusal = domains.get(e.domainId())
                .rules()
                .password()
                .refuse(password, e.number(), e.authUser(), e.outside())
                .orElse("");
        return new StrengthView(strength.score(), strength.words(), refusal);
    }

    @PostMapping("/{id}/password/reveal")
    Revealed reveal(@PathVariable long id, @RequestBody WhyShown why) {
        return shown(
                get(id), "the password", why, Optional.of(store.passwords(id).get(0)));
    }

    @PostMapping("/{id}/pin/reveal")
    Revealed revealPin(@PathVariable long id, @RequestBody WhyShown why) {
        return shown(get(id), "the voicemail PIN", why, store.pin(id));
    }

    /** One secret to one who asks for it and says why, which is kept. */
    private Revealed shown(Extension extension, String what, WhyShown why, Optional<String> secret) {
        String reason = Checked.needed(why.reason(), "reason", "reason", 200);
        if (reason.length() < 3) {
            throw RefusedException.field("/reason", "“" + reason + "” is no reason.", "Say in a few words why.");
        }
        String found = secret.orElseThrow(
                () -> RefusedException.field("/", extension.number() + " has no PIN yet.", "Make one first."));
        audit.secretLeft(Audit.SecretWay.SHOWN, what + " of " + extension.number(), reason);
        return new Revealed(found);
    }

    private List<ExtensionRow> inOrder(Collection<Long> ids) {
        Map<Long, ExtensionRow> byId = new HashMap<>();
        jdbc.list(SELECT, ROW, (Object) ids.toArray()).forEach(row -> byId.put(row.id(), row));
        List<ExtensionRow> rows = new ArrayList<>();
        ids.forEach(id -> Optional.ofNullable(byId.get(id)).ifPresent(rows::add));
        return rows;
    }

    private Extension get(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("extension"));
    }

    private static String number(@Nullable String number) {
        if (number == null || number.isBlank()) {
            throw RefusedException.field("/number", "The number is missing.", "Give 2 to 7 digits.");
        }
        return number.strip();
    }

    /** The person of this name, made if there is none; nobody for no name. */
    private NamedPeople.Owner owner(long domainId, @Nullable String name, Optional<Long> soFar) {
        return people.owner(domainId, Checked.text(name, "person", "name", 100), soFar);
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
