package jordfell.lab.calls;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Dialled;
import jordfell.lab.registrar.Registrar;

/** The way of one call: through diversions and groups, each step by what became of the one before. */
final class CallWay {

    /** A call is sent through no more places than this. */
    private static final int FARTHEST = 20;

    /** Why a step was over. */
    enum Over {
        BUSY,
        UNANSWERED,
        UNREACHABLE,
        REFUSED
    }

    /** Everything that is known where calls go. */
    record Ground(Accounts accounts, Registrar registrar, Services services, String domain, String node) {}

    /** A place where the call is. */
    private interface Place {

        /** Where it goes on from here, after a step that was over for this reason. */
        Optional<Step> after(Over over, Instant now);
    }

    private final Ground ground;
    private final Deque<Place> places = new ArrayDeque<>();
    private final Set<String> been = new HashSet<>();
    private Target.Shown shown = Target.Shown.AS_IT_SAYS;
    private int passed;

    CallWay(Ground ground) {
        this.ground = ground;
    }

    /**
     * The first step of a call that goes there.
     *
     * @param keys what was dialled for it
     */
    Step begin(Dialled dialled, String keys, Instant now) {
        if (dialled instanceof Dialled.Refused refused) {
            return new Step.End(403, refused.why());
        }
        if (dialled instanceof Dialled.Outside out) {
            return outside(out);
        }
        if (dialled instanceof Dialled.Service service) {
            return service(service.name(), keys);
        }
        Dialled.Inside inside = (Dialled.Inside) dialled;
        if (!inside.before().isEmpty()) {
            shown = new Target.Shown("", inside.before());
        }
        return number(inside.number(), now);
    }

    /** The next step, once one was over; empty where the call ends. */
    Optional<Step> after(Over over, Instant now) {
        while (!places.isEmpty()) {
            Optional<Step> next = places.element().after(over, now);
            if (next.isPresent()) {
                return next;
            }
            places.pop();
        }
        return Optional.empty();
    }

    /** A phone that was rung as this number says that the call is to go elsewhere (RFC 3261 §21.3). */
    Optional<Step> movedTo(String target, Instant now) {
        return places.peek() instanceof Line line ? Optional.of(divert(line.number, target, now)) : Optional.empty();
    }

    private Step number(String number, Instant now) {
        if (++passed > FARTHEST || !been.add(number)) {
            return new Step.End(482, "it goes round by way of " + number);
        }
        Optional<Callee> callee = ground.accounts().callee(ground.domain(), number);
        if (callee.isEmpty()) {
            return service(number, number);
        }
        if (callee.get() instanceof Callee.Line line) {
            return line(line.number(), line.diversions(), now);
        }
        return callee.get() instanceof Callee.Group group ? group(group, now) : service(number, number);
    }

    private Step outside(Dialled.Outside out) {
        return outsideTarget(out)
                .<Step>map(target -> new Step.Ring(List.of(target), Optional.empty()))
                .orElse(new Step.End(404, ""));
    }

    private Optional<Target> outsideTarget(Dialled.Outside out) {
        String uri = "sip:" + out.number() + "@" + ground.domain();
        return ground.services()
                .find(Services.OUTSIDE_LINE)
                .map(at -> new Target("", uri, at, ground.node(), new Target.Shown(out.shown(), "")));
    }

    private Step service(String name, String user) {
        return ground.services()
                .find(name)
                .<Step>map(at -> new Step.Ring(
                        List.of(new Target("", "sip:" + user + "@" + ground.domain(), at, ground.node())),
                        Optional.empty()))
                .orElse(new Step.End(404, ""));
    }

    private Step line(String number, Diversions diversions, Instant now) {
        if (diversions.always().isPresent()) {
            return divert(number, diversions.always().get(), now);
        }
        places.push(new Line(number, diversions));
        List<Target> targets = new ArrayList<>(targets(number, now));
        diversions.also().ifPresent(to -> targets.addAll(alongside(number, to, now)));
        return targets.isEmpty()
                ? after(Over.UNREACHABLE, now).orElse(new Step.End(480, "nothing is registered as " + number))
                : new Step.Ring(List.copyOf(targets), diversions.unanswered().map(target -> diversions.after()));
    }

    /** What rings together with an extension’s own devices, as if somebody had dialled it there. */
    private List<Target> alongside(String from, String target, Instant now) {
        Dialled dialled = ground.accounts().dial(ground.domain(), from, target);
        if (dialled instanceof Dialled.Outside out) {
            return outsideTarget(out).stream().toList();
        }
        return dialled instanceof Dialled.Inside inside ? ofMember(inside.number(), been, now) : List.of();
    }

    /** The devices of an extension, or of all in a group; where they divert their own calls is left alone. */
    private List<Target> ofMember(String member, Set<String> within, Instant now) {
        Optional<Callee> callee = ground.accounts().callee(ground.domain(), member);
        if (callee.isEmpty() || !(callee.get() instanceof Callee.Group inner)) {
            return targets(member, now);
        }
        if (within.contains(member) || within.size() > FARTHEST) {
            return List.of();
        }
        Set<String> deeper = new HashSet<>(within);
        deeper.add(member);
        return inner.members().stream()
                .flatMap(m -> ofMember(m, deeper, now).stream())
                .toList();
    }

    /** It goes on as if whoever diverts it had dialled that. */
    private Step divert(String from, String target, Instant now) {
        return begin(ground.accounts().dial(ground.domain(), from, target), target, now);
    }

    private List<Target> targets(String number, Instant now) {
        return ground.registrar().contacts(ground.node(), ground.domain(), number, now).stream()
                .map(contact -> new Target(number, contact.contact(), contact.source(), contact.node(), shown))
                .toList();
    }

    private Step group(Callee.Group group, Instant now) {
        Group place = new Group(group);
        places.push(place);
        return after(Over.UNREACHABLE, now).orElse(new Step.End(480, "nobody of " + group.number() + " is there"));
    }

    private final class Line implements Place {

        private final String number;
        private final Diversions diversions;
        private boolean isLeft;

        Line(String number, Diversions diversions) {
            this.number = number;
            this.diversions = diversions;
        }

        @Override
        public Optional<Step> after(Over over, Instant now) {
            if (isLeft) {
                return Optional.empty();
            }
            isLeft = true;
            Optional<String> target = switch (over) {
                case BUSY -> diversions.busy();
                case UNANSWERED -> diversions.unanswered();
                case UNREACHABLE -> diversions.unreachable();
                case REFUSED -> Optional.empty();
            };
            return target.map(to -> divert(number, to, now));
        }
    }

    /** Its members’ devices ring; where members divert their own calls is left alone. */
    private final class Group implements Place {

        private final Callee.Group group;
        private final Iterator<List<String>> turns;
        private boolean isOver;

        Group(Callee.Group group) {
            this.group = group;
            this.turns = (group.together()
                            ? List.of(group.members())
                            : group.members().stream().map(List::of).toList())
                    .iterator();
        }

        @Override
        public Optional<Step> after(Over over, Instant now) {
            while (turns.hasNext()) {
                List<Target> targets = new ArrayList<>();
                turns.next().forEach(member -> targets.addAll(ofMember(member, been, now)));
                if (!targets.isEmpty()) {
                    return Optional.of(new Step.Ring(List.copyOf(targets), Optional.of(group.each())));
                }
            }
            if (isOver) {
                return Optional.empty();
            }
            isOver = true;
            return group.afterwards().map(to -> divert(group.number(), to, now));
        }
    }
}
