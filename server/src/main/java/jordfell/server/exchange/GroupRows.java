package jordfell.server.exchange;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.Callee;
import jordfell.core.calls.ChangedGround;
import jordfell.core.calls.GroupWish;
import jordfell.core.roster.Domain;
import jordfell.server.calls.RecordedGround;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.GroupStore;
import jordfell.server.records.GroupStore.RingGroup;
import org.springframework.stereotype.Component;

/** Judges rows of groups by the rules that the form asks too; a group may have one of a row before as a member. */
@Component
class GroupRows {

    private static final String TOGETHER = "together";
    private static final String IN_TURN = "in turn";
    private static final int USUAL_SECONDS = 20;

    private final GroupStore store;
    private final RecordedGround ground;

    GroupRows(GroupStore store, RecordedGround ground) {
        this.store = store;
        this.ground = ground;
    }

    /** A group as a row of a table. */
    static List<String> row(Callee.Group group) {
        return List.of(
                group.number(),
                group.name(),
                rings(group),
                Long.toString(group.each().toSeconds()),
                String.join("+", group.members()),
                group.afterwards().orElse(""));
    }

    RowJudge of(Domain domain) {
        Map<String, RingGroup> kept = store.all(domain.id()).stream()
                .collect(Collectors.toMap(g -> g.group().number(), Function.identity()));
        return new RowJudge() {
            private CallPath.Ground now = ground.of(domain.id());

            @Override
            public String key(RowWish row) {
                return number(row);
            }

            @Override
            public Step judge(RowWish row) {
                Optional<RingGroup> before = Optional.ofNullable(kept.get(number(row)));
                Callee.Group after = Fields.good(wish(row, before.map(RingGroup::group))
                        .checked(before.map(b -> b.group().number()), now));
                now = new ChangedGround(now, after);
                return before.map(b -> changes(row, b, after)).orElseGet(() -> makes(row, domain, after));
            }
        };
    }

    private static String number(RowWish row) {
        return row.cell("Number").replaceAll("[\\s-]", "");
    }

    private static GroupWish wish(RowWish row, Optional<Callee.Group> before) {
        List<String> members = before.map(Callee.Group::members).orElse(List.of());
        return new GroupWish(
                row.cell("Number"),
                row.cell("Name", before.map(Callee.Group::name).orElse("")),
                isTogether(row, before),
                row.whole("Seconds", before.map(g -> (int) g.each().toSeconds()).orElse(USUAL_SECONDS)),
                Arrays.stream(row.cell("Members", String.join("+", members)).split("[+,;\\s]+"))
                        .filter(member -> !member.isEmpty())
                        .toList(),
                row.cell("Afterwards", before.flatMap(Callee.Group::afterwards).orElse("")));
    }

    private static boolean isTogether(RowWish row, Optional<Callee.Group> before) {
        String said =
                row.cell("Ring", before.map(GroupRows::rings).orElse(TOGETHER)).toLowerCase(Locale.ROOT);
        if (!List.of(TOGETHER, IN_TURN, "").contains(said)) {
            throw RefusedException.field(
                    "/Ring", "“" + said + "” is no way to ring.", "Write " + TOGETHER + " or " + IN_TURN + ".");
        }
        return !said.equals(IN_TURN);
    }

    private static String rings(Callee.Group group) {
        return group.together() ? TOGETHER : IN_TURN;
    }

    private Step makes(RowWish row, Domain domain, Callee.Group after) {
        return Step.makes(
                row, after.number(), recording -> recording.made(Kept.RING_GROUP, store.add(domain.id(), after)));
    }

    private Step changes(RowWish row, RingGroup before, Callee.Group after) {
        Callee.Group now = before.group();
        return Step.changes(
                row,
                now.number(),
                new Step.Differences()
                        .in("Name", now.name(), after.name())
                        .in("Ring", rings(now), rings(after))
                        .in("Seconds", now.each().toSeconds(), after.each().toSeconds())
                        .in("Members", String.join("+", now.members()), String.join("+", after.members()))
                        .in(
                                "Afterwards",
                                now.afterwards().orElse(""),
                                after.afterwards().orElse("")),
                recording -> {
                    recording.changing(Kept.RING_GROUP, before.id());
                    store.change(before.id(), after, before.version());
                });
    }
}
