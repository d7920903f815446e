package jordfell.server.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.stream.Collectors;
import jordfell.core.device.Device;
import jordfell.core.keys.KeyFill;
import jordfell.core.keys.KeyFill.Somebody;
import jordfell.core.keys.KeyPlan;
import jordfell.core.keys.KeyWish;
import jordfell.core.settings.LayerKind;
import jordfell.server.device.FactsAssembler.KeyTrial;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.KeyLayoutStore;
import jordfell.server.records.TemplateStore;
import org.springframework.stereotype.Component;

/** Reads what is wished of a device's keys, by its templates and itself, and whom a rule may put on them. */
@Component
public class DeviceKeys {

    /** A row longer than this fits on no phone and all its sidecars. */
    private static final int MOST_IN_A_ROW = 300;

    private static final String OF_DEPARTMENT = " and p.domain_id = ? and p.lower_department = ?";

    private final Jdbc jdbc;
    private final KeyLayoutStore layouts;

    DeviceKeys(Jdbc jdbc, KeyLayoutStore layouts) {
        this.jdbc = jdbc;
        this.layouts = layouts;
    }

    /** What its templates wish, the furthest first, and what it wishes itself. */
    List<KeyPlan.Words> words(Device device, List<TemplateStore.Ref> chain, Optional<KeyTrial> trial) {
        List<KeyPlan.Words> words = new ArrayList<>();
        chain.forEach(t ->
                words.add(new KeyPlan.Words(t.name(), wishes(LayerKind.TEMPLATE, Long.toString(t.id()), trial))));
        words.add(new KeyPlan.Words("this device", wishes(LayerKind.DEVICE, Long.toString(device.id()), trial)));
        return words;
    }

    private SortedMap<Integer, KeyWish> wishes(LayerKind kind, String owner, Optional<KeyTrial> trial) {
        return trial.filter(t -> t.kind() == kind && t.owner().equals(owner))
                .map(KeyTrial::wishes)
                .orElseGet(() -> layouts.get(kind, owner).wishes());
    }

    /** Those who can be on keys that a rule fills: people who have not left, and their extensions. */
    List<Somebody> people(long domainId, List<KeyPlan.Words> words) {
        Set<String> departments = words.stream()
                .flatMap(w -> w.wishes().values().stream())
                .flatMap(w -> w.fill().stream())
                .map(KeyFill::department)
                .map(d -> d.toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        List<Somebody> people = new ArrayList<>();
        for (String department : departments) {
            people.addAll(jdbc.list(
                    """
                    select e.number, p.name, p.department from extension e join person p on p.id = e.person_id
                    where e.domain_id = ? and p.left_at is null%s
                    order by e.sort_number limit ?""".formatted(department.isEmpty() ? "" : OF_DEPARTMENT),
                    row -> new Somebody(row.text("name"), row.text("number"), row.text("department")),
                    department.isEmpty()
                            ? new Object[] {domainId, MOST_IN_A_ROW}
                            : new Object[] {domainId, domainId, department, MOST_IN_A_ROW}));
        }
        return people.stream().distinct().toList();
    }
}
