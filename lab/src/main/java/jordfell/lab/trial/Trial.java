package jordfell.lab.trial;

import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Predicate;
import java.util.random.RandomGenerator;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Finding;
import jordfell.core.history.FindingLife;
import jordfell.core.history.Transition;
import jordfell.core.identity.MacAddress;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.net.Transport;
import jordfell.lab.trial.TrialWorld.Phone;

/** One run of a world in which something goes wrong, and how well that is told. */
public final class Trial {

    /** What else is so in that world. */
    public enum Condition {
        ALONE,
        /** 5 % of all datagrams are lost, and the way of each site takes longer. */
        NOISE,
        /** On a phone of the other site somebody types a wrong password. */
        BESIDE_ANOTHER
    }

    /**
     * How well it was told.
     *
     * @param reached how many phones the fault reaches
     * @param right of how many of them the first that is told in the end names it
     * @param told whether the fault was named of any phone, and in a pair the other cause too
     * @param others how many phones nothing is wrong with
     * @param accused of how many of those anything was told
     * @param falseSentences sentences that were told at any time and are not so
     */
    public record Result(int reached, int right, boolean told, int others, int accused, List<String> falseSentences) {}

    private static final Duration LOOK = Duration.ofMinutes(1);
    private static final int BEGINS = 20;
    private static final int USUAL_MINUTES = 55;
    private static final int AT_THE_PIER = 8;
    private static final int AT_THE_YARD = 5;

    /** Of what is done at one phone, fewer neighbours show as much. */
    private static final int FEW = 4;

    private static final Set<FaultKind> OF_CERTIFICATES = EnumSet.of(
            FaultKind.CERTIFICATE_EXPIRED,
            FaultKind.CERTIFICATE_RUNS_OUT,
            FaultKind.CERTIFICATE_OTHER_NAME,
            FaultKind.CERTIFICATE_UNKNOWN);

    private final Mishap mishap;
    private final Condition condition;
    private final TrialWorld world;
    private final RandomGenerator random;
    private final Map<MacAddress, Set<Cause>> told = new HashMap<>();
    private final Set<String> falseSentences = new LinkedHashSet<>();
    private final Set<MacAddress> accused = new HashSet<>();

    private Trial(Mishap mishap, Condition condition, long seed) {
        boolean isDeed = mishap instanceof Deed;
        this.mishap = mishap;
        this.condition = condition;
        this.random = new Random(seed);
        this.world = new TrialWorld(
                seed, 900, isDeed ? FEW : AT_THE_PIER, isDeed ? FEW : AT_THE_YARD, speaks(mishap), "192.0.2.11");
    }

    /** Certificates matter by TLS alone. */
    private static Transport speaks(Mishap mishap) {
        return mishap instanceof Mishap.OfTheWorld fault && OF_CERTIFICATES.contains(fault.kind())
                ? Transport.TLS
                : Transport.UDP;
    }

    /** Runs it. */
    public static Result run(Mishap mishap, Condition condition, long seed) {
        Trial trial = new Trial(mishap, condition, seed);
        int ends = BEGINS + (mishap instanceof Deed deed ? deed.minutes() : USUAL_MINUTES);
        for (int minute = 0; minute < ends; minute++) {
            trial.minute(minute);
        }
        return trial.result();
    }

    private void minute(int minute) {
        if (minute == 2 && condition == Condition.NOISE) {
            world.lab.lose(0.05);
            add(2, FaultKind.LINE_SLOW, TrialWorld.PIER, 120);
            add(3, FaultKind.LINE_SLOW, TrialWorld.YARD, 120);
        }
        if (minute == 5 && condition == Condition.BESIDE_ANOTHER) {
            world.lab.phone(mistyped().mac).orElseThrow().typePassword(1, "gulls over the quay");
        }
        if (minute == 0 && mishap instanceof Deed deed) {
            deed.begins(world);
        }
        if (minute >= BEGINS) {
            happens(minute - BEGINS);
        }
        world.look(
                LOOK,
                (phone, stepped) -> stepped.transitions().forEach(t -> {
                    if (t instanceof Transition.FindingOpened opened) {
                        take(phone, opened.life(), minute >= BEGINS);
                    }
                }));
    }

    private void happens(int minutes) {
        if (mishap instanceof Deed deed) {
            if (minutes == 0) {
                deed.isDone(world, first(TrialWorld.PIER), random);
            }
            deed.goesOn(world, first(TrialWorld.PIER), minutes);
        } else if (mishap instanceof Mishap.OfTheWorld fault) {
            happens(fault.kind(), minutes);
        }
    }

    /** Who is reached starts anew, so that it shows; where it takes a minute to come, after that. */
    private void happens(FaultKind kind, int minutes) {
        if (minutes == 0) {
            add(1, kind, at(kind), amount(kind));
        }
        if (minutes == (kind == FaultKind.CERTIFICATE_RUNS_OUT ? 2 : 0)) {
            world.phones.values().stream()
                    .filter(p -> truth(p).isPresent())
                    .forEach(p -> world.lab.phone(p.mac).orElseThrow().restart());
        }
    }

    private void add(long id, FaultKind what, String where, int amount) {
        world.lab.faults().add(new Fault(id, what, where, amount, world.timeline.now(), Optional.empty()));
    }

    private static String at(FaultKind kind) {
        return switch (kind.where()) {
            case NODE -> TrialWorld.NODE;
            case DOMAIN -> TrialWorld.DOMAIN;
            default -> TrialWorld.PIER;
        };
    }

    /** As much of it as shows. */
    private static int amount(FaultKind kind) {
        return switch (kind) {
            case NAT -> 10;
            case LINE_LOSES -> 30;
            case NODE_BUSY, NODE_BANS, CERTIFICATE_RUNS_OUT -> 1;
            case NODE_WANTS_LONGER -> 2_400;
            default -> kind.amount().map(FaultKind.Amount::usual).orElse(0);
        };
    }

    /** What may be told of a phone for what goes wrong; empty if it does not reach it. */
    private Optional<Truth> truth(Phone phone) {
        boolean isHere = phone.site.equals(TrialWorld.PIER);
        Optional<Truth> quiet = mishap instanceof Deed deed
                ? ofDeed(deed, phone, isHere)
                : Optional.of((Mishap.OfTheWorld) mishap)
                        .filter(fault -> fault.kind().where() != FaultKind.Where.SITE || isHere)
                        .map(fault -> Truth.of(fault.kind()));
        return condition == Condition.NOISE ? quiet.map(Truth::withLoss) : quiet;
    }

    private Optional<Truth> ofDeed(Deed deed, Phone phone, boolean isHere) {
        return phone == first(TrialWorld.PIER)
                ? Optional.of(Truth.of(deed))
                : deed.ofNeighbours().filter(t -> isHere);
    }

    /** What names it, which is not so of a phone that it does not reach. */
    private Set<Cause> named() {
        return truth(first(TrialWorld.PIER)).map(Truth::named).orElse(Set.of());
    }

    private Phone mistyped() {
        return first(TrialWorld.YARD);
    }

    private Phone first(String site) {
        return world.phones.values().stream()
                .filter(phone -> phone.site.equals(site))
                .findFirst()
                .orElseThrow();
    }

    private boolean isMistyped(Phone phone) {
        return condition == Condition.BESIDE_ANOTHER && phone == mistyped();
    }

    private void take(Phone phone, FindingLife life, boolean begun) {
        Finding finding = life.finding();
        told.computeIfAbsent(phone.mac, m -> new HashSet<>()).add(finding.cause());
        Optional<Truth> truth = truth(phone);
        boolean isSo = begun && truth.filter(t -> t.allows(finding.cause())).isPresent()
                || isMistyped(phone) && finding.cause() == Cause.WRONG_PASSWORD
                || condition == Condition.NOISE
                        && Truth.OF_NOTHING.withLoss().allows(finding.cause())
                        && !named().contains(finding.cause());
        if (!isSo) {
            falseSentences.add(finding.cause() + ": " + finding.sentence());
            if (truth.isEmpty() && !isMistyped(phone)) {
                accused.add(phone.mac);
            }
        }
    }

    private Result result() {
        List<Phone> judged = phones(phone -> truth(phone).isPresent() && !isMistyped(phone));
        long right = judged.stream().filter(this::isRight).count();
        boolean names =
                judged.stream().anyMatch(p -> !truth(p).orElseThrow().named().isEmpty());
        boolean first = !names || judged.stream().anyMatch(this::isRight);
        boolean second = condition != Condition.BESIDE_ANOTHER
                || told.getOrDefault(mistyped().mac, Set.of()).contains(Cause.WRONG_PASSWORD);
        return new Result(
                judged.size(),
                (int) right,
                first && second,
                phones(p -> truth(p).isEmpty() && !isMistyped(p)).size(),
                accused.size(),
                new ArrayList<>(falseSentences));
    }

    private List<Phone> phones(Predicate<Phone> which) {
        return world.phones.values().stream().filter(which).toList();
    }

    /** What is told first in the end names the fault; where nothing has to be told, nothing or what is so as well is right. */
    private boolean isRight(Phone phone) {
        Truth truth = truth(phone).orElseThrow();
        Optional<Cause> first = phone.history.present().lives().stream()
                .map(life -> life.finding().cause())
                .findFirst();
        return truth.named().isEmpty()
                ? first.map(truth::allows).orElse(true)
                : first.filter(truth.named()::contains).isPresent();
    }
}
