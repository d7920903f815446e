package jordfell.server.start;

import java.util.Map;
import jordfell.server.config.DataPlace;
import org.springframework.boot.context.event.ApplicationEnvironmentPreparedEvent;
import org.springframework.context.ApplicationListener;
import org.springframework.core.Ordered;
import org.springframework.core.env.ConfigurableEnvironment;
import org.springframework.core.env.MapPropertySource;

/**
 * Makes the data's place absolute, as the database asks for it, and checks it before anything else is started.
 *
 * <p>Stands in {@code META-INF/spring.factories}: at that moment no bean is there yet.
 */
public final class DataListener implements ApplicationListener<ApplicationEnvironmentPreparedEvent>, Ordered {

    private static final String DATA = "jordfell.data";

    @Override
    public void onApplicationEvent(ApplicationEnvironmentPreparedEvent event) {
        ConfigurableEnvironment environment = event.getEnvironment();
        String data = environment.getProperty(DATA, "data/jordfell");
        if (DataPlace.isInMemory(data)) {
            return;
        }
        DataPlace place = DataPlace.of(data);
        environment
                .getPropertySources()
                .addFirst(new MapPropertySource(
                        "data place", Map.of(DATA, place.base().toString())));
        if (environment.getProperty("jordfell.demo", Boolean.class, false) && place.clearCutOffDemo()) {
            System.out.println("The start before was cut off while it made the demo: it is made anew.");
        }
        DataCheck.run(place, environment.getRequiredProperty("spring.datasource.url"));
    }

    /** After the application's own settings were read. */
    @Override
    public int getOrder() {
        return Ordered.LOWEST_PRECEDENCE;
    }
}
