package jordfell.server.calls;

import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jordfell.core.calls.Callee;
import jordfell.core.dialing.DialPlan;
import jordfell.core.dialing.DigitMap;
import jordfell.core.dialing.DigitMapCheck;
import jordfell.core.dialing.DigitMapCheck.Fate;
import jordfell.core.dialing.DigitMapProposal;
import jordfell.core.dialing.DigitMapSyntax;
import jordfell.core.dialing.PhoneDialling.Rules;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Every digit map that is set for phones of a domain, held against the domain’s numbers, and the one that is proposed. */
@Component
class DigitMaps {

    private static final int MOST_SHOWN = 40;
    private static final int MOST_MAPS = 100;

    /** How long a timer is says nothing about which numbers wait for it. */
    private static final Duration TIMER = Duration.ofSeconds(4);

    private static final String USUAL = SettingsCatalogue.find(SettingsCatalogue.DIGIT_MAP)
            .flatMap(Setting::usual)
            .orElse("x.T");

    private static final String WHERE = """
            select 'Domain ' || d.name place, v.val from setting_value v join domain d on cast(d.id as varchar) = v.owner
              where v.layer = 'DOMAIN' and v.setting = ? and d.id = ?
            union all
            select 'Site ' || s.name, v.val from setting_value v join site s on cast(s.id as varchar) = v.owner
              where v.layer = 'SITE' and v.setting = ? and s.domain_id = ?
            union all
            select 'Template ' || t.name, v.val from setting_value v join template t on cast(t.id as varchar) = v.owner
              where v.layer = 'TEMPLATE' and v.setting = ? and t.domain_id = ?
            union all
            select 'Kit ' || k.name, v.val from setting_value v join kit k on cast(k.id as varchar) = v.owner
              where v.layer = 'KIT' and v.setting = ? and k.domain_id = ?
            union all
            select 'Device ' || x.label, v.val from setting_value v join device x on cast(x.id as varchar) = v.owner
              join site s on s.id = x.site_id where v.layer = 'DEVICE' and v.setting = ? and s.domain_id = ?
            union all
            select 'Model ' || m.maker || ' ' || m.name, v.val from setting_value v join model m on m.id = v.owner
              where v.layer = 'MODEL' and v.setting = ?""";

    /**
     * The digit maps of a domain.
     *
     * @param numbers how many extensions and groups it has
     * @param proposal empty if the one that would be proposed is longer than phones take
     */
    record DigitMapsView(int numbers, String proposal, DigitMapView proposed, List<DigitMapView> maps) {}

    /**
     * A digit map and what it makes of the numbers of the domain.
     *
     * @param places where it is set, such as {@code Site Eskvik Pier}
     * @param problem why it is none; empty if it is one
     * @param shown the first of the numbers that are not sent with their last digit
     */
    record DigitMapView(
            String map,
            List<String> places,
            String problem,
            int atOnce,
            int waiting,
            int shadowed,
            int refused,
            List<OtherwiseView> shown) {}

    /** @param sent what is sent in its place */
    record OtherwiseView(String number, Fate fate, String by, String sent) {}

    private final Jdbc jdbc;
    private final DomainGround ground;

    DigitMaps(Jdbc jdbc, DomainGround ground) {
        this.jdbc = jdbc;
        this.ground = ground;
    }

    DigitMapsView of(long domainId) {
        DomainGround.Whole whole = ground.of(domainId);
        DialPlan plan = whole.plan();
        Set<String> numbers = new TreeSet<>(whole.callees().keySet());
        Optional<String> proposal = DigitMapProposal.of(
                plan,
                whole.callees().values().stream()
                        .filter(Callee.Group.class::isInstance)
                        .map(Callee::number)
                        .toList());
        Map<String, List<String>> places = places(domainId);
        return new DigitMapsView(
                numbers.size(),
                proposal.orElse(""),
                view(proposal.orElse(USUAL), List.of(), plan, numbers),
                places.entrySet().stream()
                        .map(e -> view(e.getKey(), e.getValue(), plan, numbers))
                        .toList());
    }

    /** The map that is used where nobody sets one comes last, if there is such a place. */
    private Map<String, List<String>> places(long domainId) {
        String setting = SettingsCatalogue.DIGIT_MAP;
        Map<String, List<String>> places = new LinkedHashMap<>();
        jdbc
                .list(
                        WHERE + " limit " + MOST_MAPS * MOST_MAPS,
                        row -> Map.entry(row.text("val"), row.text("place")),
                        setting,
                        domainId,
                        setting,
                        domainId,
                        setting,
                        domainId,
                        setting,
                        domainId,
                        setting,
                        domainId,
                        setting)
                .stream()
                .filter(e -> places.size() < MOST_MAPS || places.containsKey(e.getKey()))
                .forEach(e -> places.computeIfAbsent(e.getKey(), map -> new ArrayList<>())
                        .add(e.getValue()));
        boolean isSetForAll = places.values().stream().flatMap(List::stream).anyMatch(p -> p.startsWith("Domain "));
        if (!isSetForAll) {
            places.computeIfAbsent(USUAL, map -> new ArrayList<>()).add("Wherever none is set");
        }
        return places;
    }

    private static DigitMapView view(String map, List<String> places, DialPlan plan, Set<String> numbers) {
        Optional<String> problem = DigitMapSyntax.refuse(map);
        if (problem.isPresent()) {
            return new DigitMapView(map, places, problem.get(), 0, 0, 0, 0, List.of());
        }
        DigitMapCheck check =
                DigitMapCheck.of(new Rules(DigitMap.of(map), Set.copyOf(plan.emergency()), TIMER), numbers);
        Map<Fate, Long> fates = check.others().stream()
                .collect(Collectors.groupingBy(DigitMapCheck.Otherwise::fate, Collectors.counting()));
        return new DigitMapView(
                map,
                places,
                "",
                check.atOnce(),
                count(fates, Fate.WAITS),
                count(fates, Fate.SHADOWED),
                count(fates, Fate.NOT_DIALLED),
                check.others().stream()
                        .sorted((a, b) -> b.fate().compareTo(a.fate()))
                        .limit(MOST_SHOWN)
                        .map(o -> new OtherwiseView(o.number(), o.fate(), String.join(", ", o.by()), o.sent()))
                        .toList());
    }

    private static int count(Map<Fate, Long> fates, Fate fate) {
        return fates.getOrDefault(fate, 0L).intValue();
    }
}
