package jordfell.server.roster;

import java.util.List;
import java.util.Optional;
import jordfell.core.roster.Domain;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
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

/** People, extensions and passwords. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class RosterController {

    private static final int MOST_ROWS = 500;

    /** An extension with whose it is and where it rings. */
    record ExtensionRow(
            long id,
            String number,
            String displayName,
            String person,
            String department,
            String authUser,
            int contactLimit,
            long version,
            String devices,
            long firstDeviceId) {}

    record NewExtension(
            long domainId,
            String number,
            String displayName,
            @Nullable String person) {}

    record ChangedExtension(
            String number,
            String displayName,
            @Nullable String person,
            String authUser,
            int contactLimit,
            long version) {}

    record NewPassword(@Nullable String password) {}

    record Revealed(String password) {}

    record Made(long id) {}

    record NextNumber(String number) {}

    private final Jdbc jdbc;
    private final Extensions extensions;
    private final ExtensionStore store;
    private final PersonStore people;
    private final DomainStore domains;
    private final Audit audit;

    RosterController(
            Jdbc jdbc,
            Extensions extensions,
            ExtensionStore store,
            PersonStore people,
            DomainStore domains,
            Audit audit) {
        this.jdbc = jdbc;
        this.extensions = extensions;
        this.store = store;
        this.people = people;
        this.domains = domains;
        this.audit = audit;
    }

    @GetMapping("/extensions")
    List<ExtensionRow> extensions(@RequestParam long domainId, @RequestParam(defaultValue = "") String q) {
        return jdbc.list(
                """
                select e.*, coalesce(p.name, '') person, coalesce(p.department, '') department,
                       coalesce((select listagg(d.label || case when l.position > 1 then ' (line ' || l.position || ')'
                                                                else '' end, ', ') within group (order by d.label)
                                 from line l join device d on d.id = l.device_id where l.extension_id = e.id), '') devices,
                       coalesce((select min(l.device_id) from line l where l.extension_id = e.id), 0) first_device
                from extension e left join person p on p.id = e.person_id
                where e.domain_id = ?
                  and (? = '' or e.number like ? or lower(e.display_name) like ? or lower(p.name) like ?)
                order by length(e.number), e.number limit ?""",
                row -> new ExtensionRow(
                        row.number("id"),
                        row.text("number"),
                        row.text("display_name"),
                        row.text("person"),
                        row.text("department"),
                        row.text("auth_user"),
                        row.integer("contact_limit"),
                        row.number("version"),
                        row.text("devices"),
                        row.number("first_device")),
                domainId,
                q,
                q + "%",
                "%" + q.toLowerCase(java.util.Locale.ROOT) + "%",
                "%" + q.toLowerCase(java.util.Locale.ROOT) + "%",
                MOST_ROWS);
    }

    @GetMapping("/extensions/next")
    NextNumber next(@RequestParam long domainId) {
        return new NextNumber(extensions.nextFree(domainId));
    }

    @PostMapping("/extensions")
    @ResponseStatus(HttpStatus.CREATED)
    Made make(@RequestBody NewExtension wish) {
        Domain domain = domains.get(wish.domainId());
        return jdbc.inTransaction(() -> {
            Optional<Long> person = person(domain.id(), wish.person());
            String name = Optional.ofNullable(wish.displayName())
                    .filter(n -> !n.isBlank())
                    .or(() -> Optional.ofNullable(wish.person()))
                    .orElse("");
            return new Made(extensions.make(domain.id(), checkedNumber(wish.number()), checkedName(name), person));
        });
    }

    @PutMapping("/extensions/{id}")
    void change(@PathVariable long id, @RequestBody ChangedExtension wish) {
        Extension before = get(id);
        if (wish.contactLimit() < 1 || wish.contactLimit() > 10) {
            throw RefusedException.field(
                    "/contactLimit", wish.contactLimit() + " devices at once can’t be.", "1 to 10 can.");
        }
        jdbc.inTransaction(() -> extensions.change(
                before,
                new Extension(
                        id,
                        before.domainId(),
                        checkedNumber(wish.number()),
                        checkedName(wish.displayName()),
                        person(before.domainId(), wish.person()),
                        wish.authUser().strip(),
                        wish.contactLimit(),
                        wish.version())));
    }

    @DeleteMapping("/extensions/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        extensions.remove(get(id));
    }

    @PostMapping("/extensions/{id}/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPassword(@PathVariable long id, @RequestBody NewPassword wish) {
        extensions.setPassword(get(id), Optional.ofNullable(wish.password()).filter(p -> !p.isEmpty()));
    }

    @PostMapping("/extensions/{id}/password/reveal")
    Revealed reveal(@PathVariable long id) {
        Extension extension = get(id);
        audit.record("looked at the password of " + extension.number());
        return new Revealed(store.passwords(id).get(0));
    }

    private Extension get(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("extension"));
    }

    private static String checkedNumber(@Nullable String number) {
        if (number == null || number.isBlank()) {
            throw RefusedException.field("/number", "The number is missing.", "Give 2 to 7 digits.");
        }
        return number.strip();
    }

    private static String checkedName(@Nullable String name) {
        String text = name == null ? "" : name.strip();
        if (text.length() > 100) {
            throw RefusedException.field(
                    "/displayName", "The name has " + text.length() + " characters.", "At most 100 fit.");
        }
        return text;
    }

    /** The person of this name, made if there is none; nobody for no name. */
    private Optional<Long> person(long domainId, @Nullable String name) {
        if (name == null || name.isBlank()) {
            return Optional.empty();
        }
        String text = name.strip();
        if (text.length() > 100) {
            throw RefusedException.field(
                    "/person", "The name has " + text.length() + " characters.", "At most 100 fit.");
        }
        List<PersonStore.Person> found = people.named(domainId, text);
        return Optional.of(
                found.isEmpty()
                        ? people.add(domainId, text, "", "")
                        : found.get(0).id());
    }
}
