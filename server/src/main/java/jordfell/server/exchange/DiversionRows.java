package jordfell.server.exchange;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.Callee;
import jordfell.core.calls.ChangedGround;
import jordfell.core.calls.Diversions;
import jordfell.core.calls.DiversionsWish;
import jordfell.core.roster.Domain;
import jordfell.server.calls.RecordedGround;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DiversionStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import org.springframework.stereotype.Component;

/** Judges rows of diversions by the rules that the form asks too; rows before count, so that no two make a loop. */
@Component
class DiversionRows {

    private final ExtensionStore extensions;
    private final DiversionStore store;
    private final RecordedGround ground;

    DiversionRows(ExtensionStore extensions, DiversionStore store, RecordedGround ground) {
        this.extensions = extensions;
        this.store = store;
        this.ground = ground;
    }

    /** What is diverted, as a row of a table. */
    static List<String> row(String number, Diversions d) {
        return List.of(
                number,
                d.always().orElse(""),
                d.busy().orElse(""),
                d.unanswered().orElse(""),
                Long.toString(d.after().toSeconds()),
                d.unreachable().orElse(""),
                d.also().orElse(""));
    }

    RowJudge of(Domain domain) {
        Map<Long, Diversions> kept = store.all(domain.id());
        return new RowJudge() {
            private CallPath.Ground now = ground.of(domain.id());

            @Override
            public String key(RowWish row) {
                return row.cell("Extension");
            }

            @Override
            public Step judge(RowWish row) {
                Extension extension = extensions
                        .byNumber(domain.id(), row.cell("Extension"))
                        .orElseThrow(() -> RefusedException.field(
                                "/Extension",
                                "“" + row.cell("Extension") + "” is no extension of this domain.",
                                "Import the extensions first."));
                Diversions before = kept.getOrDefault(extension.id(), Diversions.NONE);
                Callee.Line line = (Callee.Line) now.callee(extension.number()).orElseThrow();
                DiversionsWish wish = wish(row, before);
                Diversions after = wish.isThat(before) ? before : Fields.good(wish.checked(line, now));
                now = new ChangedGround(now, new Callee.Line(line.number(), line.name(), line.ringers(), after));
                return step(row, extension, before, after);
            }
        };
    }

    private static DiversionsWish wish(RowWish row, Diversions before) {
        return new DiversionsWish(
                row.cell("Always", text(before.always())),
                row.cell("Busy", text(before.busy())),
                row.cell("Not answered", text(before.unanswered())),
                row.whole("After seconds", (int) before.after().toSeconds()),
                row.cell("Registered nowhere", text(before.unreachable())),
                row.cell("At the same time", text(before.also())));
    }

    private Step step(RowWish row, Extension extension, Diversions before, Diversions after) {
        return Step.changes(
                row,
                extension.number(),
                new Step.Differences()
                        .in("Always", text(before.always()), text(after.always()))
                        .in("Busy", text(before.busy()), text(after.busy()))
                        .in("Not answered", text(before.unanswered()), text(after.unanswered()))
                        .in(
                                "After seconds",
                                before.after().toSeconds(),
                                after.after().toSeconds())
                        .in("Registered nowhere", text(before.unreachable()), text(after.unreachable()))
                        .in("At the same time", text(before.also()), text(after.also())),
                recording -> {
                    recording.changing(Kept.EXTENSION, extension.id());
                    store.change(extension.id(), after, extension.version());
                });
    }

    private static String text(Optional<String> target) {
        return target.orElse("");
    }
}
