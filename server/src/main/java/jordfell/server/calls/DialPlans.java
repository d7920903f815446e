package jordfell.server.calls;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import jordfell.core.dialing.BlockPatterns;
import jordfell.core.dialing.DialDecision;
import jordfell.core.dialing.DialList;
import jordfell.core.dialing.DialList.Rule;
import jordfell.core.dialing.DialPlan;
import jordfell.core.dialing.DialTarget;
import jordfell.core.dialing.DialTarget.Change;
import jordfell.core.dialing.DigitPattern;
import jordfell.core.dialing.PickUp;
import jordfell.core.dialing.TestNumber;
import jordfell.core.roster.Domain;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DialStore;
import jordfell.server.records.DialStore.Kept;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import org.springframework.stereotype.Component;

/** Puts together what a domain says of what may be dialled. */
@Component
public class DialPlans {

    static final String VOICEMAIL = "voicemail";

    /** Where no line says another. */
    private static final String USUAL_VOICEMAIL = SettingsCatalogue.find(SettingsCatalogue.VOICEMAIL)
            .flatMap(Setting::usual)
            .orElse("");

    /** What the registrar answers itself, by the names that dial lists give it. */
    static final Set<String> SERVICES = Set.of(VOICEMAIL, TestNumber.SERVICE, PickUp.SERVICE);

    private final DialStore store;
    private final DomainStore domains;
    private final ExtensionStore extensions;

    DialPlans(DialStore store, DomainStore domains, ExtensionStore extensions) {
        this.store = store;
        this.extensions = extensions;
        this.domains = domains;
    }

    /** What becomes of a number that an extension of the domain dials; empty if there is no such extension. */
    public Optional<DialDecision> decide(long domainId, String from, String dialled) {
        return extensions
                .byNumber(domainId, from)
                .map(extension -> of(domainId).decide(extension.permissionClass(), dialled));
    }

    /** With the usual number of the voicemail. */
    public DialPlan of(long domainId) {
        return of(domainId, USUAL_VOICEMAIL);
    }

    /** @param voicemail the number under which the voicemail is called; empty for none */
    DialPlan of(long domainId, String voicemail) {
        Domain domain = domains.get(domainId);
        List<Rule> own = new ArrayList<>();
        domain.blocks()
                .forEach(block -> BlockPatterns.of(block)
                        .forEach(pattern ->
                                own.add(new Rule(pattern, new DialTarget.Inside(Change.NONE), block.purpose()))));
        own.add(service(TestNumber.DIALLED, TestNumber.SERVICE));
        if (voicemail.matches("[0-9*#]{1,20}")) {
            own.add(service(voicemail, VOICEMAIL));
        }
        return DialPlan.of(
                List.copyOf(domain.rules().emergency()),
                own,
                store.lists(domainId).stream().map(Kept::value).toList(),
                store.permissions(domainId).stream().map(Kept::value).toList());
    }

    void needDomain(long domainId) {
        if (domains.find(domainId).isEmpty()) {
            throw RefusedException.notFound("domain");
        }
    }

    Map<Long, DialList> lists(long domainId) {
        return store.lists(domainId).stream()
                .map(Kept::value)
                .collect(Collectors.toMap(DialList::id, Function.identity()));
    }

    private static Rule service(String number, String name) {
        return new Rule(DigitPattern.of(number), new DialTarget.Service(name), "");
    }
}
