package app.gewerk.server.shop;

import app.gewerk.server.http.Barred;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Hands the person who asks to the operation that asks for {@link Here}. */
@Configuration(proxyBeanMethods = false)
class HereResolver implements HandlerMethodArgumentResolver, WebMvcConfigurer {
    static {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Here.class);
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == Here.class;
    }

    @Override
    public Here resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer container,
            NativeWebRequest request,
            @Nullable WebDataBinderFactory binders) {
        return Asker.now().map(Asker::here).orElseThrow(Barred::nobodyHere);
    }
}
