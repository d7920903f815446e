package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.EXTENSION;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.intake.EnrolPlan.LinePlan;
import jordfell.core.intake.EnrolPlan.PersonPlan;
import jordfell.core.intake.IntakeRecords.Enrolled;
import jordfell.core.intake.IntakeRecords.ExtensionRecord;
import jordfell.core.intake.IntakeRecords.SiteRecord;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Kit;
import jordfell.core.roster.KitDerivation;

/** Plans the lines of each row: which extension each has, whether it is there, drawn, shared or made. */
final class LinePlanner {

    /** A row with what is known of it already. */
    record Row(
            IntakeRow cells,
            int index,
            SiteRecord site,
            Optional<DeviceModel> model,
            Optional<Kit> kit,
            Optional<PersonPlan> person,
            String label,
            Optional<Enrolled> existing) {}

    /** An extension that a row before makes or takes. */
    private record Taken(int row, int limit, int devices) {}

    static final String SHARED_ROW = "shared-row";
    static final String SHARED_DEVICE = "shared-device";

    /** Numbers that can't be given, whatever for: all may be answered at once. */
    static final String REFUSED_NUMBER = "refused-number";

    private final IntakeRecords records;
    private final Set<String> wanted = new HashSet<>();
    private final Map<Long, NumberDraw> numbers = new HashMap<>();
    private final Map<String, Taken> taken = new HashMap<>();
    private final Map<Long, KitDerivation> derivations = new HashMap<>();
    private final PortCheck ports;

    LinePlanner(IntakeRecords records, List<IntakeRow> rows) {
        this.records = records;
        this.ports = new PortCheck(records);
        rows.forEach(row -> wanted.addAll(LineCells.numbers(row)));
    }

    List<LinePlan> plan(Row row, RowProblems found) {
        List<LineCells.Wish> wishes = LineCells.read(row.cells());
        if (wishes.isEmpty()) {
            askForNumber(row, found);
            return List.of();
        }
        boolean adapter =
                row.model().filter(m -> m.kind() == DeviceKind.ADAPTER).isPresent();
        if (wishes.get(0).position() > 1 && !adapter) {
            found.refuse(EXTENSION, "Line 2 has an extension and line 1 has none.", "Move it to line 1.");
        }
        row.model()
                .ifPresent(m -> wishes.stream()
                        .filter(w -> w.position() > m.lines())
                        .findFirst()
                        .ifPresent(beyond -> found.refuse(
                                beyond.column(),
                                "The " + m.fullName() + " has " + m.lines()
                                        + (m.lines() == 1 ? " line." : " lines.") + " Here are "
                                        + wishes.get(wishes.size() - 1).position() + ".",
                                "Leave some out, or take a model with more lines.")));
        List<LinePlan> plans = new ArrayList<>();
        Set<String> own = new HashSet<>();
        for (LineCells.Wish wish : wishes) {
            plan(row, wishes, wish, own, found).ifPresent(plans::add);
        }
        showDrawn(wishes, plans, found);
        return plans;
    }

    private Optional<LinePlan> plan(
            Row row, List<LineCells.Wish> all, LineCells.Wish wish, Set<String> own, RowProblems found) {
        List<Offer> another = List.of(drawAnother(all, wish));
        NumberDraw draw = draw(row.site().domainId());
        String number = wish.text();
        if (wish.draws() && found.refused()) {
            return Optional.empty(); // what is refused anyway takes no number
        }
        if (wish.draws()) {
            Optional<Block> block = row.kit().flatMap(Kit::block);
            OptionalInt drawn = draw.draw(block);
            if (drawn.isEmpty()) {
                found.refuse(
                        wish.column(),
                        "No number is free in " + block.map(Block::toString).orElse("the blocks of this domain") + ".",
                        "Widen the block in Settings, or give a number.");
                return Optional.empty();
            }
            number = Integer.toString(drawn.getAsInt());
        }
        if (!own.add(number)) {
            found.refuse(
                    wish.column(), "Two lines of this device have extension " + number + ".", "Give each its own.");
            return Optional.empty();
        }
        String key = row.site().domainId() + ":" + number;
        Optional<ExtensionRecord> there = records.extension(row.site().domainId(), number);
        Taken before = wish.draws() ? null : taken.get(key);
        if (before != null) {
            askToShareWithRow(row, all, wish, number, before, found);
        } else if (there.isPresent()) {
            askToShareWithDevice(row, all, wish, number, there.get(), found);
        }
        if (before == null && there.isEmpty() && !wish.draws()) {
            String asked = number;
            draw.refuse(number)
                    .ifPresent(r -> found.refuse(wish.column(), r.reason(), r.hint(), REFUSED_NUMBER, another));
            found.claims(() -> draw.take(asked));
        }
        there.ifPresent(e -> checkPerson(row, all, wish, e, found));
        int limit = there.map(ExtensionRecord::contactLimit).orElse(limit(row));
        int held = there.map(e -> otherDevices(row, e)).orElse(0);
        found.claims(() -> taken.merge(
                key,
                new Taken(row.index(), limit, held + 1),
                (a, b) -> new Taken(a.row(), a.limit(), a.devices() + 1)));
        ports.check(row, wish.column(), number, another, found);
        return Optional.of(line(row, wish, number, there, Optional.ofNullable(before), found));
    }

    /** A number that a row before has: to be shared, if there is room and the person says so. */
    private void askToShareWithRow(
            Row row, List<LineCells.Wish> all, LineCells.Wish wish, String number, Taken before, RowProblems found) {
        String reason = "Extension " + number + " stands in row " + (before.row() + 1) + " too.";
        if (before.devices() >= before.limit()) {
            found.refuse(
                    wish.column(),
                    reason,
                    "It may be on " + before.limit() + (before.limit() == 1 ? " device" : " devices") + "; "
                            + nextFree(row, number),
                    REFUSED_NUMBER,
                    List.of(drawAnother(all, wish)));
        } else if (!wish.shared()) {
            found.ask(
                    wish.column(),
                    reason,
                    "Should both devices ring?",
                    SHARED_ROW,
                    List.of(
                            new Offer(LineCells.instead(all, wish, LineCells.SHARED + number), "share it"),
                            drawAnother(all, wish)));
        }
    }

    /** An extension that devices have already. */
    private void askToShareWithDevice(
            Row row,
            List<LineCells.Wish> all,
            LineCells.Wish wish,
            String number,
            ExtensionRecord extension,
            RowProblems found) {
        int others = otherDevices(row, extension);
        if (others == 0) {
            return;
        }
        String reason = number + " is taken: it rings " + extension.holder() + ".";
        if (others >= extension.contactLimit()) {
            found.refuse(wish.column(), reason, nextFree(row, number), REFUSED_NUMBER, List.of(drawAnother(all, wish)));
        } else if (!wish.shared()) {
            found.ask(
                    wish.column(),
                    reason,
                    "It may be on " + extension.contactLimit() + " devices. " + nextFree(row, number),
                    SHARED_DEVICE,
                    List.of(
                            new Offer(LineCells.instead(all, wish, LineCells.SHARED + number), "share it"),
                            drawAnother(all, wish)));
        }
    }

    private static Offer drawAnother(List<LineCells.Wish> all, LineCells.Wish wish) {
        return new Offer(LineCells.instead(all, wish, LineCells.DRAW), "draw another");
    }

    private static int otherDevices(Row row, ExtensionRecord extension) {
        boolean own = row.existing()
                .filter(d -> d.numbers().contains(extension.number()))
                .isPresent();
        return extension.devices() - (own ? 1 : 0);
    }

    private static void checkPerson(
            Row row, List<LineCells.Wish> all, LineCells.Wish wish, ExtensionRecord extension, RowProblems found) {
        if (row.person().isEmpty() || extension.personId().isEmpty() || wish.position() > 1) {
            return;
        }
        boolean same = row.person().get().id().equals(extension.personId());
        if (!same) {
            found.refuse(
                    wish.column(),
                    extension.number() + " is " + extension.person() + "’s.",
                    "Correct the person or the number, or pass the extension on in the Roster.",
                    REFUSED_NUMBER,
                    List.of(drawAnother(all, wish)));
        }
    }

    /** A row for somebody or something that gets an extension by its kit, and gives none. */
    private void askForNumber(Row row, RowProblems found) {
        if (row.cells().cell(EXTENSION).equalsIgnoreCase(LineCells.NONE)) {
            found.notes.add("its line stays without an extension");
            return;
        }
        if (row.person().isEmpty() && row.kit().isEmpty()) {
            return;
        }
        String from = row.kit()
                .flatMap(Kit::block)
                .map(b -> row.kit().orElseThrow().name() + " draws from " + b.purpose() + " " + b)
                .orElse("any block of the domain");
        found.ask(
                EXTENSION,
                "There is no extension.",
                "Draw one? " + from + ".",
                "draw:" + row.kit().map(Kit::id).orElse(0L) + ":" + row.site().domainId(),
                List.of(new Offer(LineCells.DRAW, "draw the next free"), new Offer(LineCells.NONE, "none yet")));
    }

    private static void showDrawn(List<LineCells.Wish> wishes, List<LinePlan> plans, RowProblems found) {
        if (wishes.stream().noneMatch(LineCells.Wish::draws) || plans.isEmpty()) {
            return;
        }
        Map<IntakeColumn, String> byColumn = new HashMap<>();
        for (LineCells.Wish wish : wishes) {
            plans.stream()
                    .filter(p -> p.position() == wish.position())
                    .forEach(p -> byColumn.merge(wish.column(), p.number(), (a, b) -> a + ", " + b));
        }
        found.shown.putAll(byColumn);
        found.notes.add("draws " + plans.stream().map(LinePlan::number).collect(Collectors.joining(", ")));
    }

    private LinePlan line(
            Row row,
            LineCells.Wish wish,
            String number,
            Optional<ExtensionRecord> there,
            Optional<Taken> before,
            RowProblems found) {
        String name = row.person().map(PersonPlan::name).orElse(row.label());
        KitDerivation.Derived derived = derivation(row.kit())
                .derive(
                        new KitDerivation.Subject(
                                name,
                                "",
                                "",
                                number,
                                records.domain(row.site().domainId()).name()),
                        shown -> records.mayBeShown(row.site().domainId(), shown));
        if (there.isEmpty() && before.isEmpty()) {
            derived.problems().forEach(problem -> found.notes.add(number + ": " + problem.reason()));
        }
        return new LinePlan(
                wish.position(),
                number,
                there.map(ExtensionRecord::id),
                before.filter(b -> there.isEmpty()).map(Taken::row),
                derived.displayName(),
                derived.authUser(),
                derived.outgoing());
    }

    private KitDerivation derivation(Optional<Kit> kit) {
        return derivations.computeIfAbsent(
                kit.map(Kit::id).orElse(0L),
                id -> new KitDerivation(kit.map(Kit::formulas).orElse(Kit.Formulas.USUAL)));
    }

    private int limit(Row row) {
        Domain domain = records.domain(row.site().domainId());
        return row.kit().map(Kit::contactLimit).orElse(domain.contactLimit());
    }

    private String nextFree(Row row, String number) {
        NumberDraw draw = draw(row.site().domainId());
        List<Block> all = draw.plan().blocks();
        List<Block> own = all.stream().filter(b -> b.contains(number)).toList();
        OptionalInt next = draw.suggest(own.isEmpty() ? all : own);
        return next.isPresent() ? "The next free number is " + next.getAsInt() + "." : "No number is free.";
    }

    private NumberDraw draw(long domainId) {
        return numbers.computeIfAbsent(
                domainId, id -> new NumberDraw(records.domain(id).numberPlan(), records.numbers(id), wanted));
    }
}
