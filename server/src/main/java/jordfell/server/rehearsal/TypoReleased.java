package jordfell.server.rehearsal;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jordfell.core.device.Device;
import jordfell.core.device.Device.TemplateRef;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.scenario.Scenario.Beside;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.lab.LabFaults;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.SettingStore;
import jordfell.server.release.ReleaseService;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Somebody mistypes the registrar in a template, and releases it to the phones of a site that have it. */
@Component
class TypoReleased implements Course {

    /**
     * What was there before.
     *
     * @param word what the template said; absent where it said nothing
     */
    private record Before(long template, Optional<String> word, boolean locked, List<Long> devices) {}

    private final LabFaults faults;
    private final Enrolled enrolled;
    private final SettingStore settings;
    private final Acts acts;
    private final ReleaseService releases;
    private final JsonMapper json;

    TypoReleased(
            LabFaults faults,
            Enrolled enrolled,
            SettingStore settings,
            Acts acts,
            ReleaseService releases,
            JsonMapper json) {
        this.faults = faults;
        this.enrolled = enrolled;
        this.settings = settings;
        this.acts = acts;
        this.releases = releases;
        this.json = json;
    }

    @Override
    public boolean isOf(Beside beside) {
        return beside == Beside.TYPO_RELEASED;
    }

    @Override
    public Done begin(Ground ground) {
        List<Device> devices = enrolled.of(ground.there());
        Map<TemplateRef, Long> shares = devices.stream()
                .flatMap(d -> d.template().stream())
                .collect(Collectors.groupingBy(t -> t, Collectors.counting()));
        TemplateRef most = shares.entrySet().stream()
                .max(Map.Entry.<TemplateRef, Long>comparingByValue()
                        .thenComparing(e -> e.getKey().id(), Comparator.reverseOrder()))
                .map(Map.Entry::getKey)
                .orElseThrow(() -> RefusedException.field(
                        "/key",
                        "No phone at " + ground.place().name() + " has a template.",
                        "Choose another site, or give its devices a template."));
        Set<Long> having = devices.stream()
                .filter(d -> d.template().filter(most::equals).isPresent())
                .map(Device::id)
                .collect(Collectors.toCollection(TreeSet::new));
        Optional<SettingStore.Word> word =
                settings.word(LayerKind.TEMPLATE, Long.toString(most.id()), SettingsCatalogue.REGISTRAR);
        String right = word.map(SettingStore.Word::value)
                .orElse(faults.domainOf(ground.place().at()));
        say(most.id(), mistyped(right), false);
        releases.release(List.copyOf(having), "“" + most.name() + "” names the registrar");
        List<PhoneState> phones = ground.there().stream()
                .filter(p -> enrolled.ids(List.of(p)).stream().anyMatch(having::contains))
                .toList();
        Before before = new Before(
                most.id(),
                word.map(SettingStore.Word::value),
                word.filter(SettingStore.Word::locked).isPresent(),
                List.copyOf(having));
        return new Done(List.of(), phones, having, Set.of(), json.writeValueAsString(before));
    }

    /** Two letters that stand side by side, swapped. */
    private static String mistyped(String name) {
        return name.charAt(0) + name.substring(2, 3) + name.charAt(1) + name.substring(3);
    }

    private void say(long template, String value, boolean locked) {
        acts.act(x -> "set the registrar of a template to " + value, recording -> {
            recording.changing(Kept.TEMPLATE, template);
            settings.put(LayerKind.TEMPLATE, Long.toString(template), SettingsCatalogue.REGISTRAR, value, locked);
            return template;
        });
    }

    @Override
    public void end(Rehearsal rehearsal) {
        Before before = json.readValue(rehearsal.undo(), Before.class);
        before.word()
                .ifPresentOrElse(
                        word -> say(before.template(), word, before.locked()),
                        () -> acts.act(x -> "took back the registrar of a template", recording -> {
                            recording.changing(Kept.TEMPLATE, before.template());
                            settings.remove(
                                    LayerKind.TEMPLATE, Long.toString(before.template()), SettingsCatalogue.REGISTRAR);
                            return before.template();
                        }));
        releases.release(before.devices(), "the registrar is right again");
    }
}
