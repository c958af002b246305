using Wattology.Web.Cli;

return await Commands.Root().Parse(args).InvokeAsync();
