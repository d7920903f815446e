package jordfell.server.config;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import jordfell.lab.time.Timeline;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.scheduling.annotation.EnableScheduling;
import tools.jackson.databind.cfg.CoercionAction;
import tools.jackson.databind.cfg.CoercionInputShape;
import tools.jackson.databind.type.LogicalType;

/** The few things that are not found by themselves. */
@Configuration
@EnableScheduling
class Wiring {

    /** How far back a demo scenario's past begins. */
    static final Duration PAST = Duration.ofHours(3);

    /** The world's clock. It is virtual until the Lab goes live, so that a scenario can have a past. */
    @Bean(destroyMethod = "close")
    Timeline timeline(JordfellProperties properties) {
        return new Timeline(
                properties.demo() && properties.past() ? Instant.now().minus(PAST) : Instant.now());
    }

    @Bean
    InstantSource clock(Timeline timeline) {
        return timeline::now;
    }

    /** An empty text is no number: it is refused at its place rather than taken for nothing. */
    @Bean
    JsonMapperBuilderCustomizer strictNumbers() {
        return builder -> builder.withCoercionConfig(
                LogicalType.Integer, config -> config.setCoercion(CoercionInputShape.EmptyString, CoercionAction.Fail));
    }
}
