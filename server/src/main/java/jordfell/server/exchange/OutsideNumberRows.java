package jordfell.server.exchange;

import java.util.Optional;
import jordfell.core.roster.Domain;
import jordfell.core.roster.OutsideNumber;
import jordfell.core.roster.OutsideNumberWish;
import jordfell.server.change.Kept;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.OutsideNumberStore.Closed;
import jordfell.server.records.OutsideNumberStore.Did;
import jordfell.server.records.OutsideNumberStore.Rings;
import org.springframework.stereotype.Component;

/** Judges rows of outside numbers. */
@Component
class OutsideNumberRows {

    private final OutsideNumberStore numbers;

    OutsideNumberRows(OutsideNumberStore numbers) {
        this.numbers = numbers;
    }

    RowJudge of(Domain domain) {
        return new RowJudge() {
            @Override
            public String key(RowWish row) {
                return OutsideNumber.normalise(row.cell("Outside number"));
            }

            @Override
            public Step judge(RowWish row) {
                return OutsideNumberRows.this.judge(domain, row);
            }
        };
    }

    private Step judge(Domain domain, RowWish row) {
        String e164 = OutsideNumber.normalise(row.cell("Outside number"));
        Optional<Did> before = numbers.byNumber(e164);
        before.filter(d -> d.domainId() != domain.id()).ifPresent(d -> {
            throw RefusedException.field("/Outside number", "It belongs to another domain.", "Remove it there first.");
        });
        Did now = before.orElse(new Did(0, domain.id(), e164, Rings.NOTHING, "", "", "", Closed.NEVER, 1));
        String rangBefore = numbers.rung(now.rings()).orElse("");
        String closedBefore = numbers.rung(now.closed().rings()).orElse("");
        OutsideNumberWish.Fit fit = Fields.good(new OutsideNumberWish(
                        row.cell("Outside number"),
                        row.cell("Extension", rangBefore),
                        row.cell("Announcement", now.announcement()),
                        row.cell("Prefix", now.prefix()),
                        row.cell("Note", now.note()),
                        row.cell("Hours", now.closed().hours()),
                        row.cell("Time zone", now.closed().zone()),
                        row.cell("Closed, rings", closedBefore),
                        row.cell("Closed, says", now.closed().announcement()))
                .checked(numbers.numbers(domain.id())));
        Did after = numbers.of(now.id(), domain.id(), fit, now.version());
        return before.isEmpty()
                ? Step.makes(row, e164, recording -> recording.made(Kept.NUMBER, numbers.add(after)))
                : Step.changes(
                        row,
                        e164,
                        new Step.Differences()
                                .in("Extension", rangBefore, fit.extension().orElse(""))
                                .in("Announcement", now.announcement(), after.announcement())
                                .in("Prefix", now.prefix(), after.prefix())
                                .in("Note", now.note(), after.note())
                                .in(
                                        "Hours",
                                        now.closed().hours(),
                                        after.closed().hours())
                                .in(
                                        "Time zone",
                                        now.closed().zone(),
                                        after.closed().zone())
                                .in(
                                        "Closed, rings",
                                        closedBefore,
                                        fit.closed().extension().orElse(""))
                                .in(
                                        "Closed, says",
                                        now.closed().announcement(),
                                        after.closed().announcement()),
                        recording -> {
                            recording.changing(Kept.NUMBER, now.id());
                            numbers.change(after);
                        });
    }
}
