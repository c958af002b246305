using Wattology.Web.Hosting;
using Wattology.Web.Cli;

OwnerAlone.Begin();
return await Commands.Root().Parse(args).InvokeAsync();
