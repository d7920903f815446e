package jordfell.server.stray;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import jordfell.core.bounded.Bounded;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.RegistrationState;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.StrayOutcome;
import jordfell.core.evidence.Ties.Sighted;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.InstanceId;
import jordfell.core.sip.SipHeaders;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.history.AdoptedStrays;
import jordfell.server.history.EvidenceJson;
import jordfell.server.history.StrayTaker;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.lab.RefusedAgents;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The strays: one row for each number, address and kind of agent, however often it tries. */
@Component
class StrayStore implements StrayTaker, AdoptedStrays, RefusedAgents {

    /** More than this are not kept: somebody is guessing. */
    private static final int MOST = 5_000;

    /** One that is not heard of for this long is forgotten. */
    private static final Duration LIFE = Duration.ofDays(7);

    private static final int SHOWN = 200;
    private static final int MOST_MESSAGES = 12;

    private record Key(String domain, String number, String host, String agent, String mac) {}

    private final Jdbc jdbc;
    private final Changes changes;

    /** Which agent a Call-ID is of: responses name neither agent nor instance. */
    private final Map<String, Key> byCallId = Bounded.byUse(MOST);

    /** Numbers and addresses that are refused from now on, {@code number@domain from host}; read at the first look. */
    private volatile @Nullable Set<String> refused;

    StrayStore(Jdbc jdbc, Changes changes) {
        this.jdbc = jdbc;
        this.changes = changes;
    }

    @Override
    public void take(List<Sighted> seen) {
        Map<Key, List<Sighted>> byAgent = new LinkedHashMap<>();
        for (Sighted sighted : seen) {
            key(sighted)
                    .ifPresent(key ->
                            byAgent.computeIfAbsent(key, k -> new ArrayList<>()).add(sighted));
        }
        byAgent.forEach(this::take);
        if (!byAgent.isEmpty()) {
            changes.tell(Subject.STRAY);
        }
    }

    private Optional<Key> key(Sighted seen) {
        Observation o = seen.observation();
        if (o instanceof SipSeen.Request request && request.toNode() && request.asks("REGISTER")) {
            String mac = SipHeaders.contacts(request.message()).stream()
                    .flatMap(c -> InstanceId.macIn(c).stream())
                    .map(MacAddress::compact)
                    .findFirst()
                    .orElse("");
            Key key = new Key(
                    cut(seen.domain(), 100),
                    cut(request.number(), 60),
                    cut(host(request.peer()), 60),
                    cut(request.message().first("User-Agent").orElse(""), 120),
                    mac);
            byCallId.put(request.callId(), key);
            return Optional.of(key);
        } else if (o instanceof SipSeen.Response response && response.answers("REGISTER")) {
            return Optional.ofNullable(byCallId.get(response.callId()));
        } else if (o instanceof BindingChanged binding) {
            return byCallId.values().stream()
                    .filter(k -> k.number().equals(binding.number()) && k.host().equals(host(binding.peer())))
                    .reduce((first, last) -> last);
        }
        return Optional.empty();
    }

    private void take(Key key, List<Sighted> seen) {
        Optional<Stray> before = jdbc.one(
                "select * from stray where domain = ? and number = ? and host = ? and agent = ? and mac = ?",
                StrayStore::stray,
                key.domain(),
                key.number(),
                key.host(),
                key.agent(),
                key.mac());
        List<Observation> all = new ArrayList<>(before.map(Stray::newest).orElse(List.of()));
        seen.forEach(s -> all.add(s.observation()));
        List<Observation> newest = all.subList(Math.max(0, all.size() - MOST_MESSAGES), all.size());
        Instant last = seen.get(seen.size() - 1).observation().at();
        long asked = seen.stream()
                .filter(s -> s.observation() instanceof SipSeen.Request)
                .count();
        Optional<Long> claims = seen.stream().flatMap(s -> s.claims().stream()).findFirst();
        StrayOutcome outcome = before.map(Stray::outcome).orElse(StrayOutcome.NONE);
        for (Sighted sighted : seen) {
            outcome = outcome.after(sighted.observation());
        }
        String peer = seen.stream()
                .flatMap(s -> peer(s.observation()).stream())
                .reduce((a, b) -> b)
                .or(() -> before.map(Stray::peer))
                .orElse("");
        if (before.isEmpty()) {
            makeRoom(last);
            jdbc.update(
                    """
                    insert into stray (domain, number, host, agent, mac, claims_id, first_at, last_at, times, peer, node,
                                       state, outcome, until_at, data) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""",
                    key.domain(),
                    key.number(),
                    key.host(),
                    key.agent(),
                    key.mac(),
                    claims.orElse(null),
                    seen.get(0).observation().at(),
                    last,
                    asked,
                    cut(peer, 80),
                    cut(outcome.node(), 60),
                    outcome.state().name(),
                    cut(outcome.words(), 80),
                    outcome.until().orElse(null),
                    EvidenceJson.write(newest));
            return;
        }
        boolean another = before.get().outcome().state() != outcome.state();
        jdbc.update(
                """
                update stray set last_at = ?, times = times + ?, peer = ?, node = ?, state = ?, outcome = ?, until_at = ?,
                  data = ?,
                  claims_id = coalesce(?, claims_id), ignored = ignored and not ? where id = ?""",
                last,
                asked,
                cut(peer, 80),
                cut(outcome.node(), 60),
                outcome.state().name(),
                cut(outcome.words(), 80),
                outcome.until().orElse(null),
                EvidenceJson.write(newest),
                claims.orElse(null),
                another && outcome.state() == RegistrationState.REGISTERED,
                before.get().id());
    }

    private void makeRoom(Instant now) {
        jdbc.update("delete from stray where not refused and device_id is null and last_at < ?", now.minus(LIFE));
        if (jdbc.one("select count(*) n from stray", row -> row.number("n")).orElse(0L) >= MOST) {
            jdbc.update(
                    "delete from stray where id in (select id from stray where not refused and device_id is null"
                            + " order by last_at limit ?)",
                    MOST / 50);
        }
    }

    /** Those that are worth a look, the newest first; all others too if wanted. */
    List<Stray> all(boolean andDoneWith) {
        return jdbc.list(
                "select * from stray " + (andDoneWith ? "" : "where not ignored and not refused and device_id is null ")
                        + "order by last_at desc, id desc limit ?",
                StrayStore::stray,
                SHOWN);
    }

    Optional<Stray> find(long id) {
        return jdbc.one("select * from stray where id = ?", StrayStore::stray, id);
    }

    void ignore(long id, boolean on) {
        jdbc.update("update stray set ignored = ? where id = ?", on, id);
    }

    void refuse(long id, boolean on) {
        jdbc.update("update stray set refused = ? where id = ?", on, id);
        refused = null;
    }

    void is(long id, @Nullable Long device) {
        jdbc.update("update stray set device_id = ? where id = ?", device, id);
    }

    /** Those whose instance is this MAC: it was enrolled. */
    List<Stray> named(String mac) {
        return jdbc.list("select * from stray where mac = ? and mac <> ''", StrayStore::stray, mac);
    }

    /** Those of this number that name no instance, and of which nobody said what they are. */
    List<Stray> unnamed(String domain, String number) {
        return jdbc.list(
                "select * from stray where domain = ? and number = ? and mac = '' and device_id is null and not refused",
                StrayStore::stray,
                domain,
                number);
    }

    void remove(long id) {
        jdbc.update("delete from stray where id = ?", id);
    }

    @Override
    public boolean isRefused(String domain, String number, String host) {
        Set<String> known = refused;
        if (known == null) {
            known = ConcurrentHashMap.newKeySet();
            known.addAll(jdbc.list(
                    "select domain, number, host from stray where refused",
                    row -> place(row.text("domain"), row.text("number"), row.text("host"))));
            refused = known;
        }
        return known.contains(place(domain, number, host));
    }

    @Override
    public Optional<Long> deviceOf(String domain, String number, String peer) {
        return jdbc.one(
                "select device_id from stray where domain = ? and number = ? and host = ? and mac = ''"
                        + " and device_id is not null limit 1",
                row -> row.number("device_id"),
                domain,
                number,
                host(peer));
    }

    private static String place(String domain, String number, String host) {
        return number + "@" + domain + " from " + host;
    }

    private static Optional<String> peer(Observation o) {
        return o instanceof SipSeen sip
                ? Optional.of(sip.peer())
                : o instanceof BindingChanged binding ? Optional.of(binding.peer()) : Optional.empty();
    }

    private static String host(String peer) {
        return peer.substring(0, Math.max(0, peer.lastIndexOf(':')));
    }

    private static String cut(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most);
    }

    private static Stray stray(Row row) throws java.sql.SQLException {
        return new Stray(
                row.number("id"),
                row.text("domain"),
                row.text("number"),
                row.text("host"),
                row.text("agent"),
                row.text("mac"),
                row.numberIfAny("claims_id"),
                row.time("first_at"),
                row.time("last_at"),
                row.number("times"),
                row.text("peer"),
                new StrayOutcome(
                        RegistrationState.valueOf(row.text("state")),
                        row.text("outcome"),
                        row.text("node"),
                        row.timeIfAny("until_at")),
                row.numberIfAny("device_id"),
                row.yes("ignored"),
                row.yes("refused"),
                EvidenceJson.observations(row.bytes("data")));
    }
}
