package jordfell.server.templates;

import java.util.ArrayList;
import java.util.List;
import jordfell.core.diagnosis.Remedy.Action;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.OwnedLayer;
import jordfell.server.problem.RefusedException;
import jordfell.server.remedy.RemedyAct;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What a word of a layer mends. */
@Configuration(proxyBeanMethods = false)
class SettingRemedies {

    /** The word for the registrar is changed where the one that reaches the device was said. */
    @Bean
    RemedyAct correctRegistrar(FactsAssembler facts, LayerWords words) {
        return RemedyAct.of(Action.CORRECT_REGISTRAR, task -> {
            Assembled device = facts.assemble(task.device()).orElseThrow(() -> RefusedException.notFound("device"));
            OwnedLayer said = whereItWasSaid(device);
            boolean locked =
                    said.layer().words().get(SettingsCatalogue.REGISTRAR).locked();
            words.put(
                    said.layer().kind(),
                    said.owner(),
                    SettingsCatalogue.find(SettingsCatalogue.REGISTRAR).orElseThrow(),
                    task.remedy().target(),
                    locked,
                    null);
        });
    }

    /** The layer whose word on the registrar stands, of the first line that has another than is meant. */
    private static OwnedLayer whereItWasSaid(Assembled device) {
        List<OwnedLayer> layers = new ArrayList<>(device.layers());
        device.lines().stream().findFirst().ifPresent(line -> layers.addAll(line.layers()));
        return layers.stream()
                .filter(l -> l.layer().words().containsKey(SettingsCatalogue.REGISTRAR))
                .reduce((lower, higher) ->
                        lower.layer().words().get(SettingsCatalogue.REGISTRAR).locked() ? lower : higher)
                .orElseThrow(() ->
                        RefusedException.field("/", "No layer says where it registers.", "Set it under Templates."));
    }
}
