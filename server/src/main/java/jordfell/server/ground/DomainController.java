package jordfell.server.ground;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import jordfell.core.planning.Networks;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.DomainRules;
import jordfell.core.roster.NumberMap;
import jordfell.core.roster.PasswordRule;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingType;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Checked;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Domains: nodes, rules and blocks. */
@RestController
@RequestMapping(path = "/api/domains", produces = "application/json")
class DomainController {

    record NodeForm(
            @Nullable String name,
            @Nullable String host,
            @Nullable String address,
            int port,
            int priority,
            int weight) {}

    record BlockForm(int first, int last, @Nullable String purpose) {}

    /** A domain as it is shown and as it is wished for; numbers in lists are separated by commas or blanks. */
    record DomainForm(
            long id,
            @Nullable String name,
            @Nullable String realm,
            int expiryMin,
            int expiryUsual,
            int expiryMax,
            int contactLimit,
            @Nullable String transports,
            int passwordShortest,
            int passwordScore,
            int outsideScore,
            int pinDigits,
            @Nullable String reserved,
            @Nullable String emergency,
            List<NodeForm> nodes,
            List<BlockForm> blocks,
            long version) {}

    private final DomainStore store;
    private final ExtensionStore extensions;
    private final DeviceStore devices;
    private final Acts acts;

    DomainController(DomainStore store, ExtensionStore extensions, DeviceStore devices, Acts acts) {
        this.store = store;
        this.extensions = extensions;
        this.devices = devices;
        this.acts = acts;
    }

    @GetMapping
    List<DomainForm> domains() {
        return store.all().stream().map(this::view).toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody DomainForm wish) {
        Domain domain = domain(0, wish);
        return new Made(acts.act(id -> "added domain " + domain.name(), recording -> {
                    long id = store.add(domain);
                    recording.made(Kept.DOMAIN, id);
                    return id;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody DomainForm wish) {
        get(id);
        Domain after = domain(id, wish);
        acts.act(x -> "changed domain " + after.name(), recording -> {
            recording.changing(Kept.DOMAIN, id);
            if (!store.change(after, wish.version())) {
                throw RefusedException.changedMeanwhile("domain");
            }
            return id;
        });
    }

    /** Whom the change would touch. */
    @PostMapping("/{id}/impact")
    Impact impact(@PathVariable long id, @RequestBody DomainForm wish) {
        Domain before = get(id);
        Domain after = domain(id, wish);
        List<String> sentences = new ArrayList<>();
        List<String> all = extensions.allNumbers(id);
        Set<String> fellBefore = new HashSet<>(NumberMap.outside(all, before.blocks()));
        List<String> falling = NumberMap.outside(all, after.blocks()).stream()
                .filter(n -> !fellBefore.contains(n))
                .toList();
        if (!falling.isEmpty()) {
            sentences.add(falling.size() + (falling.size() == 1 ? " extension falls" : " extensions fall")
                    + " outside the blocks and " + (falling.size() == 1 ? "stays" : "stay") + " as "
                    + (falling.size() == 1 ? "it is." : "they are."));
        }
        List<String> kept = all.stream()
                .filter(n ->
                        after.numberPlan().keepsBack(n) && !before.numberPlan().keepsBack(n))
                .toList();
        if (!kept.isEmpty()) {
            sentences.add(String.join(", ", kept.stream().limit(5).toList())
                    + (kept.size() > 5 ? " and " + (kept.size() - 5) + " more are" : kept.size() == 1 ? " is" : " are")
                    + " taken already, though now reserved.");
        }
        boolean settings = !before.name().equals(after.name())
                || before.expiry().usual() != after.expiry().usual();
        int touched =
                settings ? devices.under(LayerKind.DOMAIN, Long.toString(id)).size() : 0;
        if (!before.name().equals(after.name())) {
            sentences.add("Every phone gets another registrar: " + after.name() + ". Each has to be released again.");
        }
        if (!before.realm().equals(after.realm())) {
            sentences.add("The realm changes: stored digests of other systems don’t fit any more.");
        }
        return new Impact(touched, sentences, falling);
    }

    private Domain domain(long id, DomainForm w) {
        List<FieldProblem> problems = new ArrayList<>();
        String name = Checked.needed(w.name(), "name", "name", 253).toLowerCase(java.util.Locale.ROOT);
        new SettingType.Host().refuse(name).ifPresent(r -> problems.add(new FieldProblem("/name", r, "")));
        if (w.expiryMin() < 1 || w.expiryUsual() < w.expiryMin() || w.expiryMax() < w.expiryUsual()) {
            problems.add(new FieldProblem(
                    "/expiryUsual",
                    "Expiry must rise: " + w.expiryMin() + ", " + w.expiryUsual() + ", " + w.expiryMax() + ".",
                    "Shortest, usual and longest, such as 60, 3600, 7200."));
        }
        List<Block> blocks = blocks(w.blocks(), problems);
        List<RegistrarNode> nodes = nodes(w.nodes(), problems);
        Set<String> reserved = numbers(w.reserved(), "reserved", problems);
        Set<String> emergency = numbers(w.emergency(), "emergency", problems);
        if (w.passwordShortest() < 12 || w.passwordShortest() > 64) {
            problems.add(new FieldProblem(
                    "/passwordShortest", w.passwordShortest() + " characters can’t be the shortest.", "12 to 64 can."));
        }
        if (w.passwordScore() < 0 || w.outsideScore() < w.passwordScore() || w.outsideScore() > 4) {
            problems.add(new FieldProblem(
                    "/outsideScore",
                    "From outside at least as strong a password is needed as from inside.",
                    "0 to 4."));
        }
        if (!problems.isEmpty()) {
            throw RefusedException.fields(problems);
        }
        return new Domain(
                id,
                name,
                Checked.needed(w.realm(), "realm", "realm", 253),
                new Domain.Expiry(w.expiryMin(), w.expiryUsual(), w.expiryMax()),
                Checked.between(w.contactLimit(), 1, 10, "contactLimit", "contact limit"),
                nodes,
                blocks,
                new DomainRules(
                        List.of(Checked.needed(w.transports(), "transports", "transport", 60)
                                .split("[,\\s]+")),
                        new PasswordRule(w.passwordShortest(), w.passwordScore(), w.outsideScore()),
                        Checked.between(w.pinDigits(), 4, 8, "pinDigits", "number of digits"),
                        reserved,
                        emergency));
    }

    private static List<Block> blocks(@Nullable List<BlockForm> wished, List<FieldProblem> problems) {
        List<Block> blocks = new ArrayList<>();
        List<BlockForm> all = wished == null ? List.of() : wished;
        for (int i = 0; i < all.size(); i++) {
            BlockForm b = all.get(i);
            try {
                Block block = new Block(
                        b.first(),
                        b.last(),
                        b.purpose() == null ? "" : b.purpose().strip());
                Optional<Block> other = blocks.stream()
                        .filter(o -> o.first() <= block.last() && block.first() <= o.last())
                        .findFirst();
                other.ifPresent(o -> problems.add(new FieldProblem(
                        "/blocks", block + " and " + o + " overlap.", "A number lies in one block only.")));
                blocks.add(block);
            } catch (IllegalArgumentException e) {
                problems.add(new FieldProblem(
                        "/blocks/" + i,
                        b.first() + "–" + b.last() + " is no block.",
                        "Both ends have the same number of digits, 2 to 7, and the first is not above the last."));
            }
        }
        return blocks;
    }

    private static List<RegistrarNode> nodes(@Nullable List<NodeForm> wished, List<FieldProblem> problems) {
        List<RegistrarNode> nodes = new ArrayList<>();
        List<NodeForm> all = wished == null ? List.of() : wished;
        if (all.isEmpty()) {
            problems.add(new FieldProblem("/nodes", "There is no registrar node.", "Give at least one."));
        }
        Set<String> names = new HashSet<>();
        for (int i = 0; i < all.size(); i++) {
            NodeForm n = all.get(i);
            String name = n.name() == null ? "" : n.name().strip();
            String host = n.host() == null ? "" : n.host().strip();
            String address = n.address() == null ? "" : n.address().strip();
            if (name.isEmpty() || !names.add(name)) {
                problems.add(new FieldProblem("/nodes/" + i, "Every node has a name of its own.", "Such as north."));
            }
            int at = i;
            new SettingType.Host().refuse(host).ifPresent(r -> problems.add(new FieldProblem("/nodes/" + at, r, "")));
            if (!Networks.isAddress(address) || n.port() < 1 || n.port() > 65_535) {
                problems.add(new FieldProblem(
                        "/nodes/" + i,
                        "“" + address + ":" + n.port() + "” is no address and port.",
                        "Such as 192.0.2.11 and 5060."));
            }
            nodes.add(new RegistrarNode(name, host, address, n.port(), n.priority(), n.weight()));
        }
        return nodes;
    }

    private static Set<String> numbers(@Nullable String text, String field, List<FieldProblem> problems) {
        Set<String> numbers = new TreeSet<>();
        Arrays.stream((text == null ? "" : text).split("[,\\s]+"))
                .filter(t -> !t.isEmpty())
                .forEach(t -> {
                    if (!t.matches("[0-9]{2,7}")) {
                        problems.add(new FieldProblem("/" + field, "“" + t + "” is not 2 to 7 digits.", ""));
                    }
                    numbers.add(t);
                });
        return numbers;
    }

    private DomainForm view(Domain d) {
        DomainRules rules = d.rules();
        return new DomainForm(
                d.id(),
                d.name(),
                d.realm(),
                d.expiry().min(),
                d.expiry().usual(),
                d.expiry().max(),
                d.contactLimit(),
                String.join(", ", rules.transports()),
                rules.password().shortest(),
                rules.password().score(),
                rules.password().outsideScore(),
                rules.pinDigits(),
                String.join(", ", new TreeSet<>(rules.reserved())),
                String.join(", ", new TreeSet<>(rules.emergency())),
                d.nodes().stream()
                        .map(n -> new NodeForm(n.name(), n.host(), n.address(), n.port(), n.priority(), n.weight()))
                        .toList(),
                d.blocks().stream()
                        .map(b -> new BlockForm(b.first(), b.last(), b.purpose()))
                        .toList(),
                store.version(d.id()));
    }

    private Domain get(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("domain"));
    }
}
