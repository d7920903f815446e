package jordfell.server.calls;

import java.time.Duration;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.core.calls.Ringer;
import jordfell.core.dialing.DialPlan;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.records.DiversionStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.GroupStore;
import jordfell.server.records.PersonStore;
import org.springframework.stereotype.Component;

/** What the records say of where a domain’s numbers lead, for one look. */
@Component
public class RecordedGround {

    private final ExtensionStore extensions;
    private final PersonStore people;
    private final RingerList ringers;
    private final FactsAssembler assembler;
    private final DiversionStore kept;
    private final GroupStore groups;
    private final DialPlans plans;

    RecordedGround(
            ExtensionStore extensions,
            PersonStore people,
            RingerList ringers,
            FactsAssembler assembler,
            DiversionStore kept,
            GroupStore groups,
            DialPlans plans) {
        this.extensions = extensions;
        this.people = people;
        this.ringers = ringers;
        this.assembler = assembler;
        this.kept = kept;
        this.groups = groups;
        this.plans = plans;
    }

    public Look of(long domainId) {
        return new Look(domainId, plans.of(domainId));
    }

    /** The ground as it is asked for one path. */
    public final class Look implements CallPath.Ground {

        private final long domainId;
        private final DialPlan plan;
        private final Set<String> unreleased = new LinkedHashSet<>();

        private Look(long domainId, DialPlan plan) {
            this.domainId = domainId;
            this.plan = plan;
        }

        /** Devices that were asked for and have changes that are not on them yet: they may divert otherwise until then. */
        List<String> unreleased() {
            return List.copyOf(unreleased);
        }

        @Override
        public Optional<Callee> callee(String number) {
            return extensions
                    .byNumber(domainId, number)
                    .<Callee>map(extension -> line(extension, unreleased))
                    .or(() -> groups.byNumber(domainId, number))
                    .or(() -> DialledTarget.service(plan, number));
        }

        @Override
        public Optional<Boolean> leadsOutside(String diverting, String target) {
            String permission = extensions
                    .byNumber(domainId, diverting)
                    .map(Extension::permissionClass)
                    .orElse("");
            return plan.decide(permission, target).target().flatMap(DialledTarget::leadsOutside);
        }
    }

    /** Whom people call an extension: its person, else its name. */
    String name(Extension extension) {
        return extension
                .personId()
                .flatMap(people::find)
                .map(person -> person.name())
                .orElse(extension.displayName());
    }

    private Callee.Line line(Extension extension, Set<String> unreleased) {
        List<Ringer> all = ringers.of(extension.domainId(), extension.id(), extension.number());
        List<Assembled> there = all.stream()
                .filter(ringer -> ringer.state() == Ringer.State.RINGS && ringer.deviceId() > 0)
                .flatMap(ringer -> assembler.assemble(ringer.deviceId()).stream())
                .toList();
        there.stream()
                .filter(device -> device.facts().pending())
                .forEach(device -> unreleased.add(device.device().label()));
        Diversions diversions = there.stream()
                .map(device -> diversions(device, extension))
                .filter(d -> !d.equals(Diversions.NONE))
                .findFirst()
                .orElse(Diversions.NONE);
        return new Callee.Line(
                extension.number(),
                name(extension),
                all,
                kept.of(extension.id()).with(diversions));
    }

    /** A phone diverts its calls itself, and only while it is there to do so. */
    private static Diversions diversions(Assembled device, Extension extension) {
        return device.lines().stream()
                .filter(line ->
                        line.extension().filter(e -> e.id() == extension.id()).isPresent())
                .findFirst()
                .map(line -> diversions(line.settings()))
                .orElse(Diversions.NONE);
    }

    private static Diversions diversions(ResolvedSettings settings) {
        Optional<String> always = text(settings, SettingsCatalogue.FORWARD_ALWAYS);
        Optional<String> busy = text(settings, SettingsCatalogue.FORWARD_BUSY);
        Optional<String> unanswered = text(settings, SettingsCatalogue.FORWARD_UNANSWERED);
        return always.isEmpty() && busy.isEmpty() && unanswered.isEmpty()
                ? Diversions.NONE
                : new Diversions(
                        always,
                        busy,
                        unanswered,
                        text(settings, SettingsCatalogue.UNANSWERED_AFTER)
                                .map(s -> Duration.ofSeconds(Long.parseLong(s)))
                                .orElse(Diversions.USUAL),
                        Optional.empty());
    }

    private static Optional<String> text(ResolvedSettings settings, String key) {
        return Optional.of(settings.value(key)).filter(value -> !value.isEmpty());
    }
}
