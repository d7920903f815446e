package jordfell.lab.trial;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import jordfell.core.diagnosis.Cause;
import jordfell.core.diagnosis.Finding;
import jordfell.core.history.FindingLife;
import jordfell.core.history.Transition;
import jordfell.core.identity.MacAddress;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
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
    private static final int ENDS = 75;
    private static final int AT_THE_PIER = 8;
    private static final int AT_THE_YARD = 5;
    private static final String NODE = "n0." + TrialWorld.DOMAIN;

    private final FaultKind kind;
    private final Condition condition;
    private final TrialWorld world;
    private final Truth truth;
    private final Map<MacAddress, Set<Cause>> told = new HashMap<>();
    private final Set<String> falseSentences = new LinkedHashSet<>();
    private final Set<MacAddress> accused = new HashSet<>();

    private Trial(FaultKind kind, Condition condition, long seed) {
        this.kind = kind;
        this.condition = condition;
        this.world = new TrialWorld(seed, 900, AT_THE_PIER, AT_THE_YARD, "192.0.2.11");
        this.truth = condition == Condition.NOISE ? Truth.of(kind).withLoss() : Truth.of(kind);
    }

    /** Whether a run of this fault can be judged by what is told: certificates matter by TLS alone, bans after refusals alone. */
    public static boolean canBe(FaultKind kind) {
        return switch (kind) {
            case CERTIFICATE_EXPIRED, CERTIFICATE_RUNS_OUT, CERTIFICATE_OTHER_NAME, CERTIFICATE_UNKNOWN -> false;
            default -> true;
        };
    }

    /** Runs it. */
    public static Result run(FaultKind kind, Condition condition, long seed) {
        Trial trial = new Trial(kind, condition, seed);
        for (int minute = 0; minute < ENDS; minute++) {
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
        if (minute == BEGINS) {
            add(1, kind, at(), amount());
            world.phones.values().stream()
                    .filter(this::isReached)
                    .forEach(p -> world.lab.phone(p.mac).orElseThrow().restart());
        }
        world.look(
                LOOK,
                (phone, stepped) -> stepped.transitions().forEach(t -> {
                    if (t instanceof Transition.FindingOpened opened) {
                        take(phone, opened.life(), minute >= BEGINS);
                    }
                }));
    }

    private void add(long id, FaultKind what, String where, int amount) {
        world.lab.faults().add(new Fault(id, what, where, amount, world.timeline.now(), Optional.empty()));
    }

    private String at() {
        return switch (kind.where()) {
            case NODE -> NODE;
            case DOMAIN -> TrialWorld.DOMAIN;
            default -> TrialWorld.PIER;
        };
    }

    /** As much of it as shows. */
    private int amount() {
        return switch (kind) {
            case NAT -> 10;
            case LINE_LOSES -> 30;
            case NODE_BUSY, NODE_BANS -> 1;
            case NODE_WANTS_LONGER -> 2_400;
            default -> kind.amount().map(FaultKind.Amount::usual).orElse(0);
        };
    }

    private boolean isReached(Phone phone) {
        return kind.where() != FaultKind.Where.SITE || phone.site.equals(TrialWorld.PIER);
    }

    private Phone mistyped() {
        return world.phones.values().stream()
                .filter(phone -> phone.site.equals(TrialWorld.YARD))
                .findFirst()
                .orElseThrow();
    }

    private boolean isMistyped(Phone phone) {
        return condition == Condition.BESIDE_ANOTHER && phone == mistyped();
    }

    private void take(Phone phone, FindingLife life, boolean begun) {
        Finding finding = life.finding();
        told.computeIfAbsent(phone.mac, m -> new HashSet<>()).add(finding.cause());
        boolean isSo = begun && isReached(phone) && truth.allows(finding.cause())
                || isMistyped(phone) && finding.cause() == Cause.WRONG_PASSWORD
                || condition == Condition.NOISE
                        && truth.withLoss().besides().contains(finding.cause())
                        && !names(finding);
        if (!isSo) {
            falseSentences.add(finding.cause() + ": " + finding.sentence());
            if (!isReached(phone) && !isMistyped(phone)) {
                accused.add(phone.mac);
            }
        }
    }

    /** Whether it names the fault, which is not so of a phone that it does not reach. */
    private boolean names(Finding finding) {
        return truth.named().contains(finding.cause());
    }

    private Result result() {
        List<Phone> reached = phones(this::isReached);
        List<Phone> judged = reached.stream().filter(p -> !isMistyped(p)).toList();
        long right = judged.stream().filter(this::isRight).count();
        boolean first = truth.named().isEmpty() || judged.stream().anyMatch(this::isRight);
        boolean second = condition != Condition.BESIDE_ANOTHER
                || told.getOrDefault(mistyped().mac, Set.of()).contains(Cause.WRONG_PASSWORD);
        return new Result(
                judged.size(),
                (int) right,
                first && second,
                phones(p -> !isReached(p) && !isMistyped(p)).size(),
                accused.size(),
                new ArrayList<>(falseSentences));
    }

    private List<Phone> phones(Predicate<Phone> which) {
        return world.phones.values().stream().filter(which).toList();
    }

    /** What is told first in the end names the fault; where nothing has to be told, nothing or what is so as well is right. */
    private boolean isRight(Phone phone) {
        Optional<Cause> first = phone.history.present().lives().stream()
                .map(life -> life.finding().cause())
                .findFirst();
        return truth.named().isEmpty()
                ? first.map(truth::allows).orElse(true)
                : first.filter(truth.named()::contains).isPresent();
    }
}
