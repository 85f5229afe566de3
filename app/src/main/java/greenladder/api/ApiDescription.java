package greenladder.api;

import io.swagger.v3.oas.annotations.OpenAPIDefinition;
import io.swagger.v3.oas.annotations.enums.SecuritySchemeType;
import io.swagger.v3.oas.annotations.info.Info;
import io.swagger.v3.oas.annotations.security.SecurityRequirement;
import io.swagger.v3.oas.annotations.security.SecurityScheme;
import org.springframework.context.annotation.Configuration;

/** What the OpenAPI description says of the interface as a whole. */
@Configuration
@OpenAPIDefinition(
        info =
                @Info(
                        title = "Green Ladder",
                        version = "1",
                        description = "Items, their order and their figures."),
        security = @SecurityRequirement(name = "token"))
@SecurityScheme(name = "token", type = SecuritySchemeType.HTTP, scheme = "bearer")
class ApiDescription {}
