package jordfell.server.calls;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import jordfell.core.dialing.BlockPatterns;
import jordfell.core.dialing.DialList;
import jordfell.core.dialing.DialList.Rule;
import jordfell.core.dialing.DialPlan;
import jordfell.core.dialing.DialTarget;
import jordfell.core.dialing.DialTarget.Change;
import jordfell.core.dialing.DigitPattern;
import jordfell.core.dialing.TestNumber;
import jordfell.core.roster.Domain;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DialStore;
import jordfell.server.records.DialStore.Kept;
import jordfell.server.records.DomainStore;
import org.springframework.stereotype.Component;

/** Puts together what a domain says of what may be dialled. */
@Component
public class DialPlans {

    static final String VOICEMAIL = "voicemail";
    static final String TEST_CALL = "test call";

    /** What the registrar answers itself, by the names that dial lists give it. */
    static final Set<String> SERVICES = Set.of(VOICEMAIL, TEST_CALL);

    private final DialStore store;
    private final DomainStore domains;

    DialPlans(DialStore store, DomainStore domains) {
        this.store = store;
        this.domains = domains;
    }

    /** @param voicemail the number under which the voicemail is called; empty for none */
    DialPlan of(long domainId, String voicemail) {
        Domain domain = domains.get(domainId);
        List<Rule> own = new ArrayList<>();
        domain.blocks()
                .forEach(block -> BlockPatterns.of(block)
                        .forEach(pattern ->
                                own.add(new Rule(pattern, new DialTarget.Inside(Change.NONE), block.purpose()))));
        own.add(service(TestNumber.DIALLED, TEST_CALL));
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
