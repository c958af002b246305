using System.Globalization;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.ModelBinding;
using Wattology.Core.Entries;
using Wattology.Data.Jobs;
using Wattology.Web.Hosting;

namespace Wattology.Web.Forms;

/// <summary>Binds a record of the core from the posted form; null when anything is wrong with it, and then the form's state says what.</summary>
[AttributeUsage(AttributeTargets.Parameter)]
public sealed class TypedAttribute : ModelBinderAttribute
{
    /// <summary>Binds by <see cref="TypedBinder"/>.</summary>
    public TypedAttribute() : base(typeof(TypedBinder)) => BindingSource = BindingSource.Form;
}

/// <summary>Reads a record with <see cref="FormReader"/>. Which turbo it is about comes from the address where the address says so.</summary>
public sealed class TypedBinder(JobStore jobs, FormState state, ShopTimes times) : IModelBinder
{
    /// <inheritdoc/>
    public async Task BindModelAsync(ModelBindingContext bindingContext)
    {
        var request = bindingContext.HttpContext.Request;
        if (!request.HasFormContentType) return;
        var type = bindingContext.ModelType;
        var reader = new FormReader(await request.ReadFormAsync(), (await jobs.SettingsAsync()).Units, state, times);
        JsonObject? given = null;
        if (typeof(IOfTurbo).IsAssignableFrom(type) && request.RouteValues["turbo"] is { } turbo)
            given = new JsonObject { ["turbo"] = int.Parse(turbo.ToString()!, CultureInfo.InvariantCulture) };
        var value = reader.Read(type, given);
        bindingContext.Result = ModelBindingResult.Success(value);
    }
}
