package jordfell.server.lab;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.server.answer.Made;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The places of the Lab’s world, and what goes wrong at them on purpose. */
@RestController
@RequestMapping(path = "/api/lab/faults", produces = "application/json")
class LabFaultController {

    private static final int LONGEST_MINUTES = 7 * 24 * 60;

    /**
     * A kind of fault.
     *
     * @param unit of its amount; empty for what is there or not
     */
    record FaultKindView(
            FaultKind kind,
            List<FaultKind.Where> at,
            String words,
            String seen,
            String unit,
            int least,
            int most,
            int usual) {

        static FaultKindView of(FaultKind kind) {
            FaultKind.Amount amount = kind.amount().orElse(new FaultKind.Amount("", 0, 0, 0));
            return new FaultKindView(
                    kind,
                    Arrays.stream(FaultKind.Where.values()).filter(kind::canBe).toList(),
                    kind.words(),
                    kind.seen(),
                    amount.unit(),
                    amount.least(),
                    amount.most(),
                    amount.usual());
        }
    }

    /** @param words what is wrong, with how much of it */
    record FaultView(
            long id,
            FaultKind kind,
            String words,
            boolean on,
            Instant since,
            @Nullable Instant until) {}

    /**
     * A place with its faults.
     *
     * @param key by which it is meant when a fault is switched on
     * @param of the domain of a node; empty for others
     */
    record LabPlace(FaultKind.Where where, String key, String name, String of, List<FaultView> faults) {}

    record FaultBoard(List<FaultKindView> kinds, List<LabPlace> places) {}

    /**
     * A fault that is wished for.
     *
     * @param inMinutes after which it begins
     * @param minutes for which it stays; 0 until somebody switches it off
     */
    record FaultWish(
            FaultKind.@Nullable Where where,
            @Nullable String key,
            @Nullable FaultKind kind,
            int amount,
            int inMinutes,
            int minutes) {}

    private final LabFaults faults;
    private final LabService lab;

    LabFaultController(LabFaults faults, LabService lab) {
        this.faults = faults;
        this.lab = lab;
    }

    @GetMapping
    FaultBoard board() {
        List<Fault> on = faults.all();
        return new FaultBoard(
                Arrays.stream(FaultKind.values()).map(FaultKindView::of).toList(),
                Stream.concat(faults.places().stream(), phones(on))
                        .map(place -> view(place, on))
                        .toList());
    }

    /** The phones at whose own links something is wrong. */
    private static Stream<LabFaults.Place> phones(List<Fault> on) {
        return on.stream()
                .filter(f -> f.where() == FaultKind.Where.PHONE)
                .map(Fault::at)
                .distinct()
                .map(mac -> new LabFaults.Place(FaultKind.Where.PHONE, mac, mac, ""));
    }

    private LabPlace view(LabFaults.Place place, List<Fault> on) {
        return new LabPlace(
                place.where(),
                place.key(),
                place.name(),
                place.of(),
                on.stream()
                        .filter(f -> f.where() == place.where() && f.at().equals(place.at()))
                        .map(this::view)
                        .toList());
    }

    private FaultView view(Fault fault) {
        String much = fault.kind()
                .amount()
                .map(a -> ": " + fault.amount() + " " + a.unit())
                .orElse("");
        return new FaultView(
                fault.id(),
                fault.kind(),
                fault.kind().words() + much,
                fault.isOn(lab.now()),
                fault.since(),
                fault.until().orElse(null));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody FaultWish wish) {
        if (wish.kind() == null) {
            throw RefusedException.field("/kind", "Nothing is to go wrong.", "Choose what.");
        }
        return new Made(faults.add(
                wish.kind(),
                faults.place(wish.where(), wish.key()),
                wish.amount(),
                minutes(wish.inMinutes(), "inMinutes"),
                Optional.of(minutes(wish.minutes(), "minutes")).filter(d -> !d.isZero())));
    }

    private static Duration minutes(int wanted, String field) {
        if (wanted < 0 || wanted > LONGEST_MINUTES) {
            throw RefusedException.field(
                    "/" + field, wanted + " minutes can’t be.", "From 0 to " + LONGEST_MINUTES + ", a week.");
        }
        return Duration.ofMinutes(wanted);
    }

    @DeleteMapping("/{id}")
    void remove(@PathVariable long id) {
        faults.remove(id);
    }
}
