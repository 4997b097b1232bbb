# Makes survival.csv: shares that last, Greenwood's errors and the band on the scale of log(-log), by R's package survival.
# Rscript survival.R > survival.csv
library(survival)
sets <- list(
  treated = list(days = c(6, 6, 6, 7, 10, 13, 16, 22, 23, 6, 9, 10, 11, 17, 19, 20, 25, 32, 32, 34, 35),
                 failed = c(1, 1, 1, 1, 1, 1, 1, 1, 1, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0)),
  few = list(days = c(30, 60, 90), failed = c(1, 0, 0)),
  allFail = list(days = c(1, 2, 3, 4), failed = c(1, 1, 1, 1)),
  tied = list(days = c(5, 5, 5, 5, 8, 8, 12, 12, 12), failed = c(1, 1, 0, 0, 1, 0, 1, 0, 0)))
set.seed(20261127)
life <- round(rweibull(60, 1.7, 400), 1)
watched <- round(runif(60, 50, 600), 1)
sets$drawn <- list(days = pmin(life, watched), failed = as.integer(life <= watched))
number <- function(x) ifelse(is.na(x), "", trimws(formatC(x, digits = 12, format = "g")))
cat("set,days,failed,share,error,low,high,source\n")
for (name in names(sets)) {
  s <- sets[[name]]
  fit <- survfit(Surv(s$days, s$failed) ~ 1, conf.type = "log-log")
  falls <- fit$n.event > 0
  # Cases of the set first, with nothing behind them; then the steps.
  for (i in seq_along(s$days)) cat(paste(name, number(s$days[i]), s$failed[i], "", "", "", "", "", sep = ","), "\n", sep = "")
  for (i in which(falls)) {
    cat(paste(name, number(fit$time[i]), fit$n.event[i], number(fit$surv[i]), number(fit$surv[i] * fit$std.err[i]),
              number(fit$lower[i]), number(fit$upper[i]),
              paste0("R ", getRversion(), " survival ", packageVersion("survival")), sep = ","), "\n", sep = "")
  }
}
