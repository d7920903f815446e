package jordfell.server.keeping;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Puts the gate before everything that people ask for. */
@Configuration
class KeepWiring implements WebMvcConfigurer {

    private final KeepGate gate;

    KeepWiring(KeepGate gate) {
        this.gate = gate;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(gate).addPathPatterns("/api/**");
    }
}
