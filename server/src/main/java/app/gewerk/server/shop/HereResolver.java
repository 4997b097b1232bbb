package app.gewerk.server.shop;

import app.gewerk.server.http.NobodyHere;
import jakarta.servlet.http.HttpServletRequest;
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

/** Takes the person at the bench from the cookie that picking a name has set. */
@Configuration(proxyBeanMethods = false)
class HereResolver implements HandlerMethodArgumentResolver, WebMvcConfigurer {
    static {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Here.class);
    }

    private final ShopService shop;

    HereResolver(ShopService shop) {
        this.shop = shop;
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
        return ShopFilter.said(request.getNativeRequest(HttpServletRequest.class))
                .flatMap(shop::here)
                .orElseThrow(NobodyHere::new);
    }
}
